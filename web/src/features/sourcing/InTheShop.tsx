import { Box } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { texts } from '../../texts';
import { colour } from '../../theme';
import type { Schemas } from '../../api/client';
import { Hits } from '../stores/Found';
import { findQuery } from '../stores/queries';

const words = texts.stores.find;
const SHOWN = 3;

/** What would do and is in the shop already: on the shelf, on a donor, or made before. */
export function InTheShop({ job }: { job: Schemas['Job'] }) {
  const found = useQuery(findQuery('', job.id));
  const here = found.data?.hits.filter(
    (hit) => hit.where === 'made' || ((hit.where === 'shelf' || hit.where === 'donor') && hit.pieces > 0),
  );
  if (!found.data || !here) return null;
  return (
    <Box component="section" aria-label={words.forJob} sx={{ my: 1.25 }}>
      <Box component="h2" sx={{ fontSize: 17, m: 0, mb: 0.5 }}>
        {words.forJob}
      </Box>
      {here.length === 0 && <Box sx={{ color: colour.inkSoft }}>{words.forJobNone}</Box>}
      <Hits hits={here.slice(0, SHOWN)} at={found.data} job={job} />
    </Box>
  );
}
