import { Box } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { useMatch } from 'react-router';
import { texts } from '../../texts';
import { colour } from '../../theme';
import { TrayLabel } from './TrayLabel';
import { shopQuery } from './queries';
import { rackQuery } from '../job/queries';
import { timersQuery, useSeconds } from '../timing/queries';

const secondsLeft = (timer: { overAt: number } | undefined, now: number) =>
  timer && Math.max(0, (timer.overAt - now) / 1000);

/** The jobs where they physically are. */
export function Rack() {
  const rack = useQuery({ ...rackQuery, refetchInterval: 10_000 });
  const shop = useQuery(shopQuery);
  const timers = useQuery(timersQuery).data ?? [];
  const now = useSeconds(timers.length > 0);
  const openId = useMatch('/job/:id/*')?.params.id;
  const shelves = rack.data?.filter((shelf) => shelf.trays.length > 0) ?? [];
  return (
    <Box
      component="nav"
      aria-label={texts.rack.label}
      sx={{
        bgcolor: colour.bench,
        borderRight: `1px solid ${colour.kraft}`,
        overflow: 'auto',
        p: 1.25,
        display: { xs: 'none', lg: 'flex' },
        '[data-place="rack"] &': { display: 'flex' },
        flexDirection: 'column',
        gap: 0.75,
      }}
    >
      {rack.data && shelves.length === 0 && <Box>{texts.rack.empty}</Box>}
      {shelves.map((shelf) => (
        <Box key={shelf.place} sx={{ display: 'flex', flexDirection: 'column', gap: 0.5 }}>
          <Box
            component="h2"
            sx={{
              m: 0,
              fontSize: 13.5,
              fontWeight: 400,
              display: 'flex',
              justifyContent: 'space-between',
              px: 0.25,
            }}
          >
            <span>{texts.places[shelf.place]}</span>
            <span>{shelf.count}</span>
          </Box>
          {shelf.trays.map((tray) => (
            <TrayLabel
              key={tray.id}
              tray={tray}
              today={shop.data?.today}
              open={String(tray.id) === openId}
              secondsLeft={secondsLeft(
                timers.find((timer) => timer.jobId === tray.id),
                now,
              )}
            />
          ))}
          {shelf.count !== undefined && shelf.count > shelf.trays.length && (
            <Box sx={{ fontSize: 13.5 }}>{texts.rack.more(shelf.count - shelf.trays.length)}</Box>
          )}
        </Box>
      ))}
    </Box>
  );
}
