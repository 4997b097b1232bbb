import { Box } from '@mui/material';
import { Children, type ReactNode } from 'react';
import { useLocation, useParams } from 'react-router';
import { Allowed, rightOf } from '../account/Allowed';
import { Part } from '../../parts/Part';
import { texts } from '../../texts';
import { colour } from '../../theme';

/** The sheet and, beside it, the mat; one above the other on a narrow screen. Each block fails by itself. */
export function Frame({ children, mat }: { children: ReactNode; mat: ReactNode }) {
  const place = useLocation();
  const right = rightOf(useParams().step);
  return (
    <Box
      sx={{
        display: 'grid',
        gridTemplateColumns: { xs: '1fr', lg: 'minmax(0, 1fr) 400px' },
        gridTemplateRows: { xs: 'auto 480px', lg: '1fr' },
        minHeight: 0,
        overflow: { xs: 'auto', lg: 'hidden' },
      }}
    >
      <Box component="main" sx={{ bgcolor: colour.paper, overflow: { lg: 'auto' }, px: 1.5 }}>
        {Children.map(children, (block, index) => (
          <Part name={texts.part.sheet} of={place.pathname}>
            {/* The first is the job's head, by which everybody leafs. */}
            {index === 0 ? block : <Allowed right={right}>{block}</Allowed>}
          </Part>
        ))}
      </Box>
      <Part name={texts.part.mat} of={place.pathname}>
        {mat}
      </Part>
    </Box>
  );
}
