import { Box } from '@mui/material';
import { Link } from 'react-router';
import { UnitSwitch } from '../../parts/UnitSwitch';
import { texts } from '../../texts';
import { colour } from '../../theme';

export type Page = keyof typeof texts.workingsPage.pages;
const PAGES = Object.entries(texts.workingsPage.pages) as [Page, string][];

/** Which working this is, and the others. */
export function WorkingsHead({ page }: { page: Page }) {
  return (
    <>
      <Box
        component="nav"
        aria-label={texts.workings}
        sx={{ display: 'flex', gap: 0.5, pt: 1, flexWrap: 'wrap' }}
      >
        {PAGES.map(([name, title]) => (
          <Box
            key={name}
            component={Link}
            to={`/workings/${name}`}
            aria-current={name === page ? 'page' : undefined}
            sx={{
              px: 1.5,
              py: 1,
              color: colour.ink,
              textDecoration: 'none',
              bgcolor: name === page ? colour.goPale : colour.kraft,
              fontWeight: name === page ? 700 : 400,
              borderBottom: `3px solid ${name === page ? colour.go : 'transparent'}`,
            }}
          >
            {title}
          </Box>
        ))}
      </Box>
      <Box sx={{ display: 'flex', alignItems: 'center', mt: 1.5, mb: 0.5 }}>
        <Box component="h1" sx={{ fontSize: 22, m: 0 }}>
          {texts.workingsPage.pages[page]}
        </Box>
        {page !== 'read' && page !== 'onto' && <UnitSwitch />}
      </Box>
    </>
  );
}
