import { Box } from '@mui/material';
import { Children, type ReactNode } from 'react';
import { useLocation, useParams } from 'react-router';
import { Allowed, rightOf } from '../account/Allowed';
import { OnItsWay, onceThere } from '../../parts/Coming';
import { Part } from '../../parts/Part';
import { texts } from '../../texts';
import { colour } from '../../theme';

/** The sheet and, beside it, the mat; one above the other on a tablet held upright, one at a time on a telephone. Each block fails by itself. */
export function Frame({
  children,
  mat,
  onlyRead = false,
}: {
  children: ReactNode;
  mat: ReactNode;
  /** Nothing is changed in it, so that everybody uses what it has. */
  onlyRead?: boolean;
}) {
  const place = useLocation();
  const right = rightOf(useParams().step);
  return (
    <Box
      sx={{
        display: 'grid',
        gridTemplateColumns: { xs: 'minmax(0, 1fr)', lg: mat ? 'minmax(0, 1fr) 400px' : 'minmax(0, 1fr)' },
        gridTemplateRows: {
          xs: 'minmax(0, 1fr)',
          sm: mat ? 'minmax(0, 3fr) minmax(0, 2fr)' : 'minmax(0, 1fr)',
          lg: 'minmax(0, 1fr)',
        },
        minHeight: 0,
        overflow: 'hidden',
        ...(mat && {
          '[data-place="mat"] &': {
            gridTemplateRows: {
              xs: 'minmax(0, 1fr)',
              sm: 'minmax(0, 2fr) minmax(0, 3fr)',
              lg: 'minmax(0, 1fr)',
            },
          },
        }),
      }}
    >
      <Box
        component="main"
        sx={{
          bgcolor: colour.paper,
          overflow: 'auto',
          px: 1.5,
          ...(mat && { '[data-place="mat"] &': { display: { xs: 'none', sm: 'block' } } }),
        }}
      >
        {Children.map(children, (block, index) => (
          <Part name={texts.part.sheet} of={place.pathname}>
            {/* The first is the job's head, by which everybody leafs. */}
            {index === 0 ? (
              <>
                {block}
                <OnItsWay />
              </>
            ) : (
              <Box sx={onceThere}>{onlyRead ? block : <Allowed right={right}>{block}</Allowed>}</Box>
            )}
          </Part>
        ))}
      </Box>
      {mat && (
        <Box
          sx={{
            display: { xs: 'none', sm: 'grid' },
            '[data-place="mat"] &': { display: 'grid' },
            gridTemplateColumns: 'minmax(0, 1fr)',
            minHeight: 0,
            bgcolor: colour.mat,
            '& > *': onceThere,
          }}
        >
          <Part name={texts.part.mat} of={place.pathname}>
            {mat}
          </Part>
        </Box>
      )}
    </Box>
  );
}
