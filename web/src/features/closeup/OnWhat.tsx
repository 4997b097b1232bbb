import { Box } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, ask } from '../../api/client';
import { PlainSelect } from '../../parts/PlainSelect';
import { useSave } from '../../parts/useSave';
import { texts } from '../../texts';
import { materialsQuery } from '../choice/queries';
import { Consumables } from './Consumables';
import type { Closing } from './queries';
import { useShown } from './useClosing';

const words = texts.consumables;

/** What to put on what at this job, and what the screws go into. */
export function OnWhat({ jobId, closing }: { jobId: number; closing: Closing }) {
  const shown = useShown(jobId);
  const materials = useQuery(materialsQuery).data ?? [];
  const [open, setOpen] = useState(false);
  const plastic = useSave(
    (code: string) =>
      ask(api.PUT('/api/closeup/{jobId}/case', { params: { path: { jobId } }, body: { plastic: code } })),
    shown,
  );
  return (
    <Box component="details" onToggle={(event) => setOpen((event.target as HTMLDetailsElement).open)}>
      <Box component="summary" sx={{ cursor: 'pointer', minHeight: 32, fontWeight: 700 }}>
        {words.title}
      </Box>
      {open && (
        <Box sx={{ display: 'grid', gap: 1.5, gridTemplateColumns: 'minmax(0, 1fr)', pt: 1 }}>
          <PlainSelect
            label={words.casePlastic}
            shown={words.casePlastic}
            value={closing.casePlastic}
            set={(code) => void plastic.run(code)}
            options={[['', words.notKnown] as const, ...materials.map((m) => [m.code, m.words] as const)]}
            sx={{ maxWidth: 420 }}
          />
          <Consumables of={String(jobId)} jobId={jobId} />
        </Box>
      )}
    </Box>
  );
}
