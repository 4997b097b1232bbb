import { Box } from '@mui/material';
import { notifyManager, useQueryClient, type Query } from '@tanstack/react-query';
import { useEffect, useState, type ReactNode } from 'react';
import { texts } from '../texts';

/** What has not been answered by then comes where it comes. */
const AT_MOST_MS = 3000;

/** Who waits longer than this is told that there is something to wait for. */
const UNTOLD_MS = 700;

/** On something asked for that may take long, and that nothing stands below. */
export const COMES_LATER = { comesLater: true } as const;

const FIRST = {
  type: 'active',
  fetchStatus: 'fetching',
  predicate: (query: Query) => query.state.status === 'pending' && query.meta?.comesLater !== true,
} as const;

/** For what would move while the first answers come: neither seen nor touched, but typed into by whoever was there before. */
export const onceThere = { '[data-coming] &': { opacity: 0, pointerEvents: 'none' } } as const;

/** Where what comes will stand: that it is on its way, taking no room. */
export function OnItsWay() {
  return (
    <Box
      role="status"
      sx={{ display: 'none', '[data-coming="late"] &': { display: 'block', position: 'absolute', pt: 2 } }}
    >
      {texts.coming}
    </Box>
  );
}

/**
 * Shows together what is asked for together: what stands there must not move away from under the finger when the answer
 * above it comes.
 *
 * @param of what is shown; another is waited for again
 */
export function Coming({ of, children }: { of: string; children: ReactNode }) {
  const queries = useQueryClient();
  const [there, setThere] = useState<string>();
  const [waited, setWaited] = useState<string>();
  const coming = there !== of;
  useEffect(() => {
    if (!coming) return;
    let latest = 0;
    // Once the last answer is drawn: what shows it may ask for more, which is then waited for, too.
    const look = () => {
      const mine = ++latest;
      notifyManager.schedule(() => {
        setTimeout(() => {
          if (mine === latest && queries.isFetching(FIRST) === 0) setThere(of);
        });
      });
    };
    look();
    const stop = queries.getQueryCache().subscribe(look);
    const told = setTimeout(() => setWaited(of), UNTOLD_MS);
    const late = setTimeout(() => setThere(of), AT_MOST_MS);
    return () => {
      latest++;
      stop();
      clearTimeout(told);
      clearTimeout(late);
    };
  }, [coming, of, queries]);
  return (
    <Box
      sx={{ display: 'contents' }}
      data-coming={coming ? (waited === of ? 'late' : '') : undefined}
      aria-busy={coming || undefined}
    >
      {children}
    </Box>
  );
}
