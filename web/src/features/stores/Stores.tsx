import { Box, TextField } from '@mui/material';
import { useEffect, useState } from 'react';
import { NavLink, Route, Routes, useLocation, useNavigate, useSearchParams } from 'react-router';
import { Page, PageTitle } from '../../parts/Page';
import { texts } from '../../texts';
import { colour } from '../../theme';
import { Donors } from './Donors';
import { Found } from './Found';
import { NextParcels } from './NextParcels';
import { Numbers } from './Numbers';
import { OnTheWay } from './OnTheWay';
import { Sellers } from './Sellers';
import { Shelf } from './Shelf';

const words = texts.stores;
const TYPING_MS = 250;

const SECTIONS = [
  { to: '/stores', words: words.sections.orders },
  { to: '/stores/shelf', words: words.sections.shelf },
  { to: '/stores/donors', words: words.sections.donors },
  { to: '/stores/numbers', words: words.sections.numbers },
  { to: '/stores/sellers', words: words.sections.sellers },
];

/** What the shop has, what it is about to order for all its jobs, and where anything can be had. */
export default function Stores() {
  const [asked] = useSearchParams();
  const text = asked.get('find') ?? '';
  return (
    <Page
      head={
        <>
          <PageTitle>{words.title}</PageTitle>
          <FindBox asked={text} />
          <Sections finding={text !== ''} />
        </>
      }
    >
      {text !== '' ? (
        <Found text={text} />
      ) : (
        <Routes>
          <Route path="shelf" element={<Shelf />} />
          <Route path="donors" element={<Donors />} />
          <Route path="numbers" element={<Numbers />} />
          <Route path="sellers" element={<Sellers />} />
          <Route path="*" element={<Orders />} />
        </Routes>
      )}
    </Page>
  );
}

function Sections({ finding }: { finding: boolean }) {
  return (
    <Box
      component="nav"
      aria-label={words.title}
      sx={{ display: 'flex', gap: 0.5, flexWrap: 'wrap', mb: 1.5 }}
    >
      {SECTIONS.map((section) => (
        <Box
          key={section.to}
          component={NavLink}
          to={section.to}
          end
          sx={{
            minHeight: 44,
            display: 'flex',
            alignItems: 'center',
            px: 1.5,
            color: colour.ink,
            textDecoration: 'none',
            borderBottom: '3px solid transparent',
            ...(!finding && { '&.active': { borderColor: colour.go, fontWeight: 700 } }),
          }}
        >
          {section.words}
        </Box>
      ))}
    </Box>
  );
}

/** What is typed stands in the address, so that it can be gone back to and handed on. */
function FindBox({ asked }: { asked: string }) {
  const navigate = useNavigate();
  const place = useLocation();
  const [typed, setTyped] = useState(asked);
  const [last, setLast] = useState(asked);
  if (last !== asked) {
    setLast(asked);
    if (typed.trim() !== asked) setTyped(asked);
  }
  useEffect(() => {
    if (typed.trim() === asked) return;
    const wait = setTimeout(() => {
      const to = typed.trim() === '' ? place.pathname : `/stores?find=${encodeURIComponent(typed.trim())}`;
      void navigate(to, { replace: asked !== '' });
    }, TYPING_MS);
    return () => clearTimeout(wait);
  }, [typed, asked, navigate, place.pathname]);
  return (
    <TextField
      size="small"
      type="search"
      label={words.find.label}
      value={typed}
      onChange={(event) => setTyped(event.target.value)}
      slotProps={{ htmlInput: { 'aria-label': words.find.name } }}
      sx={{ width: 620, maxWidth: '100%', my: 1 }}
    />
  );
}

function Orders() {
  return (
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
  );
}
