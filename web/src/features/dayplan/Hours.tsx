import { Box, Button } from '@mui/material';
import { useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { api, ask, type Schemas } from '../../api/client';
import { Notice } from '../../parts/Notice';
import { NumberField } from '../../parts/NumberField';
import { useSave } from '../../parts/useSave';
import { texts } from '../../texts';
import { useMay } from '../shop/useRights';

const words = texts.dayPlan;

/** How much bench time a day has and how many work at once: by it the day and every promise are reckoned. */
export function Hours({ hours }: { hours: Schemas['BenchHours'] }) {
  const may = useMay('shop');
  const queries = useQueryClient();
  const [typed, setTyped] = useState<Partial<Schemas['BenchHours']>>({});
  const save = useSave(
    (body: Schemas['BenchHours']) => ask(api.PUT('/api/dayplan/hours', { body })),
    () => {
      setTyped({});
      void queries.invalidateQueries({ queryKey: ['rack'] });
    },
  );
  if (!may) return null;
  const set = (name: keyof Schemas['BenchHours']) => (value: number | undefined) =>
    setTyped({ ...typed, ...(value !== undefined && { [name]: value }) });
  return (
    <Box component="details">
      <Box component="summary" sx={{ py: 1.25, cursor: 'pointer' }}>
        {words.hours(hours.dayMinutes, hours.hands)}
      </Box>
      <Box sx={{ display: 'flex', gap: 1, alignItems: 'end', flexWrap: 'wrap' }}>
        <NumberField
          label={words.dayMinutes}
          value={typed.dayMinutes ?? hours.dayMinutes}
          set={set('dayMinutes')}
          whole
        />
        <NumberField label={words.hands} value={typed.hands ?? hours.hands} set={set('hands')} whole />
        <Button
          variant="outlined"
          disabled={save.busy || Object.keys(typed).length === 0}
          onClick={() => void save.run({ ...hours, ...typed })}
        >
          {words.keepHours}
        </Button>
      </Box>
      {save.refused && (
        <Notice look="danger" role="alert">
          {save.refused.message}
        </Notice>
      )}
    </Box>
  );
}
