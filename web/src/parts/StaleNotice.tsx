import { Box, Button } from '@mui/material';
import type { ReactNode } from 'react';
import { texts } from '../texts';
import { Notice } from './Notice';

/** Somebody saved in between: what stands now, and the choice between it and one's own. */
export function StaleNotice(props: {
  words?: { said: string; theirs: string; mine: string };
  children?: ReactNode;
  showTheirs: () => void;
  saveMine: () => void;
}) {
  const { said, theirs, mine } = props.words ?? texts.stale;
  return (
    <Notice look="next" role="alert">
      <Box sx={{ flex: 1 }}>
        {said} {props.children}
      </Box>
      <Button variant="outlined" onClick={props.showTheirs}>
        {theirs}
      </Button>
      <Button variant="contained" onClick={props.saveMine}>
        {mine}
      </Button>
    </Notice>
  );
}
