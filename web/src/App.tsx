import { Box } from '@mui/material';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { lazy, Suspense, useEffect, useState } from 'react';
import { Link, Route, Routes, useLocation, useNavigate } from 'react-router';
import { SIGNED_OUT, Unreachable } from './api/client';
import { keepWhatIsRead, useKeptSince } from './api/kept';
import { AtThisBench } from './features/account/AtThisBench';
import { ThumbBar, useForward } from './features/shop/ThumbBar';
import { SignIn } from './features/account/SignIn';
import { Interrupted } from './features/dayplan/Interrupted';
import { Find } from './features/shop/Find';
import { Help } from './features/shop/Help';
import { Rack } from './features/shop/Rack';
import { WhoIsHere } from './features/shop/WhoIsHere';
import { resumeUploads } from './features/photo/uploads';
import { workAt } from './parts/bench';
import { Coming } from './parts/Coming';
import { Key } from './parts/Key';
import { Tooth } from './parts/Marks';
import { Page } from './parts/Page';
import { Part } from './parts/Part';
import { Unanswered } from './parts/Unanswered';
import { useKeys } from './parts/useKeys';
import { useLine } from './parts/useSave';
import { momentWords } from './parts/words';
import { texts } from './texts';
import { colour } from './theme';
import { shopQuery } from './features/shop/queries';
import { PlainButton } from './parts/PlainButton';

const Today = lazy(() => import('./features/dayplan/Today'));
const Sheet = lazy(() => import('./features/job/Sheet'));
const NewJob = lazy(() => import('./features/intake/NewJob'));
const People = lazy(() => import('./features/account/People'));
const Book = lazy(() => import('./features/device/Book'));
const Knowledge = lazy(() => import('./features/knowledge/Knowledge'));
const Stores = lazy(() => import('./features/stores/Stores'));
const LookBack = lazy(() => import('./features/lookback/LookBack'));
const Workings = lazy(() => import('./features/workings/Workings'));

const AREAS = [
  { to: '/', words: texts.bench, under: [] as string[] },
  { to: '/book', words: texts.book.title, short: texts.book.short, under: ['/book', '/knowledge'] },
  { to: '/stores', words: texts.stores.title, under: ['/stores'] },
  { to: '/workings', words: texts.workings, under: ['/workings'] },
  // Where there is no room for it, it is reached from the day's plan.
  { to: '/look-back', words: texts.lookBack.title, under: ['/look-back'], wideOnly: true },
];

/** Places with a cutting mat beside the sheet. */
const HAS_MAT = /^\/(job\/|book\/\d|workings\/(?!onto))/;

export function App() {
  const navigate = useNavigate();
  const place = useLocation();
  const [finding, setFinding] = useState(false);
  const [help, setHelp] = useState(false);
  const [choosing, setChoosing] = useState(false);
  const [forward, bring] = useForward();
  const shop = useQuery(shopQuery);
  const { down, report } = useLine();
  const lost = down || shop.failureReason instanceof Unreachable;
  useEffect(() => {
    if (shop.isSuccess) report(false);
  }, [shop.isSuccess, shop.dataUpdatedAt, report]);
  useKeys({
    '/': () => setFinding(true),
    n: () => void navigate('/new'),
    '?': () => setHelp(true),
  });
  const atBench = shop.data?.bench;
  if (atBench !== undefined) workAt(atBench);
  const here = shop.data?.here;
  // Whoever was in stays before a page whose sign-in ran out: what is typed on it is not lost.
  const [seen, setSeen] = useState(false);
  if (here && !seen) setSeen(true);
  const queries = useQueryClient();
  useEffect(() => {
    const look = () => void queries.invalidateQueries({ queryKey: ['shop'] });
    window.addEventListener(SIGNED_OUT, look);
    return () => window.removeEventListener(SIGNED_OUT, look);
  }, [queries]);
  const hereId = here?.id;
  useEffect(() => {
    if (atBench !== undefined && hereId !== undefined) void resumeUploads();
  }, [atBench, hereId]);
  const accounts = shop.data?.accounts ?? false;
  const kept = useKeptSince();
  useEffect(() => {
    if (accounts) keepWhatIsRead();
  }, [accounts]);
  return (
    <Box sx={{ height: '100%', display: 'flex', flexDirection: 'column' }}>
      <TopBar
        person={here?.name}
        area={AREAS.find((a) => a.under.some((path) => place.pathname.startsWith(path)))?.to ?? '/'}
        find={() => setFinding(true)}
        help={() => setHelp(true)}
        changePerson={() => setChoosing(true)}
      />
      {(lost || kept !== undefined) && (
        <Box role="status" sx={{ bgcolor: colour.measure, px: 2, py: 0.75 }}>
          {kept === undefined ? texts.offline : texts.offlineKept(momentWords(kept))}
        </Box>
      )}
      {!lost && <Unanswered />}
      {here && <Interrupted />}
      <Box
        data-place={forward}
        sx={{
          flex: 1,
          minHeight: 0,
          display: 'grid',
          gridTemplateColumns: { xs: 'minmax(0, 1fr)', lg: '224px minmax(0, 1fr)' },
          gridTemplateRows: 'minmax(0, 1fr)',
          overflow: 'hidden',
        }}
      >
        {(here ?? seen) && (
          <>
            <Part name={texts.part.rack}>
              <Rack />
            </Part>
            <Part name={texts.part.page} of={place.pathname}>
              <Box
                sx={{
                  display: 'grid',
                  '[data-place="rack"] &': { display: { xs: 'none', lg: 'grid' } },
                  gridTemplateColumns: 'minmax(0, 1fr)',
                  gridTemplateRows: 'minmax(0, 1fr)',
                  minHeight: 0,
                }}
              >
                <Suspense fallback={<Page />}>
                  <Coming of={place.pathname}>
                    <Routes>
                      <Route path="/" element={<Today />} />
                      <Route path="/new" element={<NewJob />} />
                      <Route path="/job/:id/:step?" element={<Sheet />} />
                      <Route path="/workings/*" element={<Workings />} />
                      <Route path="/book/*" element={<Book />} />
                      <Route path="/knowledge/:file?" element={<Knowledge />} />
                      <Route path="/stores/*" element={<Stores />} />
                      <Route path="/look-back" element={<LookBack />} />
                      <Route path="/people" element={<People />} />
                      <Route path="*" element={<Today />} />
                    </Routes>
                  </Coming>
                </Suspense>
              </Box>
            </Part>
          </>
        )}
      </Box>
      <ThumbBar forward={forward} bring={bring} mat={HAS_MAT.test(place.pathname)} />
      {finding && <Find close={() => setFinding(false)} />}
      {help && <Help close={() => setHelp(false)} />}
      {shop.data && !accounts && (!here || choosing) && (
        <WhoIsHere people={shop.data.people} close={here ? () => setChoosing(false) : undefined} />
      )}
      {shop.data && accounts && !here && (
        <SignIn shop={shop.data.name} several={shop.data.several} again={seen} />
      )}
      {shop.data && accounts && here && choosing && (
        <AtThisBench here={here} people={shop.data.people} close={() => setChoosing(false)} />
      )}
    </Box>
  );
}

function TopBar(props: {
  person: string | undefined;
  area: string;
  find: () => void;
  help: () => void;
  changePerson: () => void;
}) {
  const plain = {
    background: 'none',
    border: 0,
    color: 'inherit',
    font: 'inherit',
    cursor: 'pointer',
    py: 1,
    px: 0.5,
    textDecoration: 'none',
  } as const;
  const area = (active: boolean) => ({
    ...plain,
    fontSize: { xs: 15, sm: 16 },
    borderBottom: `3px solid ${active ? colour.nextEdge : 'transparent'}`,
    fontWeight: active ? 700 : 400,
  });
  return (
    <Box
      component="header"
      sx={{
        bgcolor: colour.ink,
        color: colour.paper,
        display: 'flex',
        alignItems: 'center',
        gap: { xs: 0.5, sm: 2.5 },
        px: { xs: 1, sm: 2 },
        height: 46,
        whiteSpace: 'nowrap',
        flex: 'none',
        '& kbd': { display: { xs: 'none', sm: 'inline' } },
      }}
    >
      <Box
        component={Link}
        to="/"
        aria-label={texts.name}
        sx={{
          ...plain,
          // A telephone has no room for it; Bench leads to the same place.
          display: { xs: 'none', sm: 'flex' },
          gap: 1,
          alignItems: 'center',
          fontWeight: 700,
          fontSize: 19,
        }}
      >
        <Tooth />
        <Box component="span" sx={{ display: { xs: 'none', sm: 'inline' } }}>
          {texts.name}
        </Box>
      </Box>
      <Box component="nav" aria-label={texts.name} sx={{ display: 'flex', gap: { xs: 0.5, sm: 2 }, flex: 1 }}>
        {AREAS.map((one) => (
          <Box
            key={one.to}
            component={Link}
            to={one.to}
            sx={{
              ...area(props.area === one.to),
              ...('wideOnly' in one && { display: { xs: 'none', lg: 'flex' } }),
            }}
            aria-current={props.area === one.to ? 'page' : undefined}
          >
            {'short' in one ? (
              <>
                <Box component="span" sx={{ display: { xs: 'none', sm: 'inline' } }}>
                  {one.words}
                </Box>
                <Box component="span" sx={{ display: { xs: 'inline', sm: 'none' } }}>
                  {one.short}
                </Box>
              </>
            ) : (
              one.words
            )}
          </Box>
        ))}
      </Box>
      <PlainButton sx={plain} onClick={props.find}>
        {texts.find}
        <Key>/</Key>
      </PlainButton>
      <Box component={Link} to="/new" sx={plain}>
        <Box component="span" sx={{ display: { xs: 'none', sm: 'inline' } }}>
          {texts.newJob}
        </Box>
        <Box component="span" sx={{ display: { xs: 'inline', sm: 'none' } }}>
          {texts.newShort}
        </Box>
        <Key>n</Key>
      </Box>
      <PlainButton
        sx={{ ...plain, '@media (hover: none) and (pointer: coarse)': { display: 'none' } }}
        onClick={props.help}
      >
        {texts.help.title}
        <Key>?</Key>
      </PlainButton>
      <PlainButton sx={plain} onClick={props.changePerson} title={texts.who.change}>
        {props.person ?? '—'}
      </PlainButton>
    </Box>
  );
}
