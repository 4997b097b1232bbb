import { Box, Button } from '@mui/material';
import { queryOptions, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { api, ask } from '../../api/client';
import { Notice } from '../../parts/Notice';
import { useSave } from '../../parts/useSave';
import { dayWords } from '../../parts/words';
import { texts } from '../../texts';
import { colour } from '../../theme';
import { changedBy, ofJob } from '../job/queries';
import { useMay } from '../shop/useRights';

const words = texts.handback;

const ownerQuery = (jobId: number) =>
  queryOptions({
    queryKey: ofJob(jobId, 'owner'),
    queryFn: () => ask(api.GET('/api/handback/{jobId}/owner', { params: { path: { jobId } } })),
    meta: changedBy('takeIn', 'handBack'),
  });

/** All that is known of an owner is given out whole, or erased. */
export function OwnersData({ jobId }: { jobId: number }) {
  const may = useMay('shop');
  const queries = useQueryClient();
  const owner = useQuery({ ...ownerQuery(jobId), enabled: may }).data;
  const [sure, setSure] = useState(false);
  const erase = useSave(
    () =>
      ask(
        api.POST('/api/handback/{jobId}/owner/erase', {
          params: { path: { jobId } },
          body: { meant: true },
        }),
      ),
    () => void queries.invalidateQueries(),
  );
  if (!owner) return null;
  return (
    <Box component="section" aria-label={words.ownersData} sx={{ display: 'grid', gap: 1 }}>
      <Box component="h2" sx={{ fontSize: 17, m: 0 }}>
        {words.ownersData}
      </Box>
      {owner.erasedAt !== undefined ? (
        <Box>{words.erased(dayWords(owner.erasedAt.slice(0, 10)))}</Box>
      ) : (
        <>
          <Box>{words.ownersOf(owner)}</Box>
          <Box sx={{ display: 'flex', gap: 2, flexWrap: 'wrap', alignItems: 'center' }}>
            <a href={`/api/handback/${jobId}/owner.zip`} download style={{ color: colour.ink }}>
              {words.giveOut}
            </a>
            <Button
              variant="outlined"
              disabled={erase.busy}
              onClick={() => (sure ? void erase.run(undefined) : setSure(true))}
            >
              {sure ? words.eraseSure : words.erase}
            </Button>
          </Box>
          {sure && <Notice look="next">{words.eraseWhat(owner.bills)}</Notice>}
          {erase.refused && (
            <Notice look="danger" role="alert">
              {erase.refused.message}
            </Notice>
          )}
        </>
      )}
    </Box>
  );
}
