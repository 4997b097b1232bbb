import { Box } from '@mui/material';
import { texts } from '../../texts';
import { colour } from '../../theme';
import { NextParcels } from './NextParcels';
import { OnTheWay } from './OnTheWay';

/** What the shop is about to order for all its jobs, and what is on its way. */
export default function Stores() {
  return (
    <Box component="main" sx={{ bgcolor: colour.paper, px: 2, pb: 2, overflow: 'auto' }}>
      <Box component="h1" sx={{ fontSize: 22, mb: 1 }}>
        {texts.stores.title}
      </Box>
      <Box
        sx={{
          display: 'grid',
          gridTemplateColumns: { xs: 'minmax(0, 1fr)', lg: 'minmax(0, 3fr) minmax(0, 2fr)' },
          gap: 3,
          alignItems: 'start',
        }}
      >
        <NextParcels />
        <OnTheWay />
      </Box>
    </Box>
  );
}
