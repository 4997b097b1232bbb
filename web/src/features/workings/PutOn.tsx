import { Box } from '@mui/material';
import { colour } from '../../theme';
import { Consumables } from '../closeup/Consumables';
import { WorkingsHead } from './WorkingsHead';

/** What to put on what, how much of it, what holds it, how hard it is pressed: without a job. */
export default function PutOn() {
  return (
    <Box component="main" sx={{ bgcolor: colour.paper, px: 3, pb: 3, overflow: 'auto' }}>
      <WorkingsHead page="onto" />
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
    </Box>
  );
}
