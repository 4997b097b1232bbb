import { Box } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import { Notice } from '../../parts/Notice';
import { texts } from '../../texts';
import { colour, font } from '../../theme';
import { NumberForm } from './NumberForm';
import { numbersQuery } from './queries';

const words = texts.stores.number;

/** Every part number that is known here; one that is looked for shows what it became. */
export function Numbers() {
  const numbers = useQuery(numbersQuery);
  return (
    <section aria-label={words.title}>
      <NumberForm />
      {numbers.data?.length === 0 && <Notice look="calm">{words.none}</Notice>}
      <Box
        component="ul"
        sx={{
          listStyle: 'none',
          m: 0,
          p: 0,
          display: 'grid',
          gridTemplateColumns: 'repeat(auto-fill, minmax(min(100%, 380px), 1fr))',
          gap: '3px',
        }}
      >
        {numbers.data?.map((known) => (
          <li key={known.number}>
            <Box
              component={Link}
              to={`/stores?find=${encodeURIComponent(known.number)}`}
              sx={{
                display: 'flex',
                gap: 1.5,
                alignItems: 'center',
                minHeight: 44,
                px: 1.5,
                bgcolor: colour.label,
                color: known.current ? colour.ink : colour.inkSoft,
                textDecoration: 'none',
              }}
            >
              <Box component="span" sx={{ fontFamily: font.figures, minWidth: 100 }}>
                {known.number}
              </Box>
              <Box sx={{ flex: 1 }}>{known.name}</Box>
              {!known.current && <span>{words.notCurrent}</span>}
            </Box>
          </li>
        ))}
      </Box>
    </section>
  );
}
