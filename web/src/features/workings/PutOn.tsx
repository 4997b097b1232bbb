import { Box } from '@mui/material';
import { Page } from '../../parts/Page';
import { Consumables } from '../closeup/Consumables';
import { WorkingsHead } from './WorkingsHead';

/** What to put on what, how much of it, what holds it, how hard it is pressed: without a job. */
export default function PutOn() {
  return (
    <Page head={<WorkingsHead page="onto" />}>
      <Box
        sx={{
          display: 'grid',
          columnGap: 4,
          rowGap: 2,
          mt: 1,
          gridTemplateColumns: { xs: 'minmax(0, 1fr)', lg: 'repeat(2, minmax(0, 1fr))' },
        }}
      >
        <Consumables of="workings" />
      </Box>
    </Page>
  );
}
