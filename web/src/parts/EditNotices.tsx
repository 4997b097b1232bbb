import { Box, Button } from '@mui/material';
import type { ReactNode } from 'react';
import { texts } from '../texts';
import { Notice } from './Notice';
import { StaleNotice } from './StaleNotice';
import type { AboutDraft } from './useDraft';
import type { Edit } from './useEdit';

/**
 * What there is to know before one saves: that somebody else has saved meanwhile, that another tab types the same, that
 * an older release left something unreadable.
 *
 * @param theirs how to show what somebody else has saved
 */
export function EditNotices<T, R, C>(props: {
  edit: Edit<T, R, C>;
  words?: { said: string; theirs: string; mine: string };
  theirs?: (current: C) => ReactNode;
  showTheirs?: (current: C) => void;
  /** Told with what was saved over theirs. */
  saved?: (result: R) => void;
}) {
  const { edit, words } = props;
  const current = edit.theirs;
  return (
    <>
      {current !== undefined && (
        <StaleNotice
          {...(words && { words })}
          showTheirs={() => {
            edit.drop();
            props.showTheirs?.(current);
          }}
          saveMine={() =>
            void edit.saveMine().then((result) => {
              if (result !== undefined) props.saved?.(result);
            })
          }
        >
          {props.theirs?.(current)}
        </StaleNotice>
      )}
      <DraftNotices about={edit} />
    </>
  );
}

export function DraftNotices({ about }: { about: Omit<AboutDraft, 'key' | 'settle'> }) {
  return (
    <>
      {about.elsewhere && (
        <Notice look="calm" role="status">
          {texts.drafts.elsewhere}
        </Notice>
      )}
      {about.aside !== null && (
        <Notice look="next" role="status">
          <Box sx={{ flex: 1, minWidth: 0 }}>
            {texts.drafts.aside}
            <Box component="pre" sx={{ m: 0, maxHeight: 90, overflow: 'auto', whiteSpace: 'pre-wrap' }}>
              {about.aside}
            </Box>
          </Box>
          <Button variant="outlined" onClick={about.throwAside}>
            {texts.drafts.throwAside}
          </Button>
        </Notice>
      )}
    </>
  );
}
