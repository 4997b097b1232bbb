import { Box } from '@mui/material';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { api, ask, Refused } from '../../api/client';
import { Notice } from '../../parts/Notice';
import { lengthWords, useUnit } from '../../parts/unit';
import { texts } from '../../texts';
import { colour } from '../../theme';
import { Field } from '../workings/GearFields';

const words = texts.stores.check;

/** Three readings of what came, against the gear that was needed: a wrong variant is caught before it is fitted. */
export function CheckArrival({ orderId, position }: { orderId: number; position: number }) {
  const unit = useUnit();
  const path = { orderId, position };
  const proposed = useQuery({
    queryKey: ['arrival', orderId, position],
    queryFn: () =>
      ask(api.GET('/api/sourcing/parcels/{orderId}/lines/{position}/check', { params: { path } })),
    staleTime: Infinity,
  });
  const [typed, setTyped] = useState<string[]>([]);
  const readings = proposed.data?.readings ?? [];
  const sent = readings.map((_, i) => typed[i] ?? '');
  const any = sent.some((text) => text.trim() !== '');
  const checked = useQuery({
    queryKey: ['arrival', orderId, position, sent],
    queryFn: ({ signal }) =>
      ask(
        api.POST('/api/sourcing/parcels/{orderId}/lines/{position}/check', {
          params: { path },
          body: { typed: sent },
          signal,
        }),
      ),
    enabled: any,
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    retry: false,
  });
  if (proposed.error instanceof Refused) return <Notice look="next">{proposed.error.message}</Notice>;
  if (!proposed.data) return null;
  const told = any && !checked.error ? checked.data : undefined;
  return (
    <Box sx={{ bgcolor: colour.kraftPale, p: 1, display: 'grid', gap: 1 }}>
      <Box>{words.needed(proposed.data.wanted)}</Box>
      <Box sx={{ display: 'flex', flexWrap: 'wrap', gap: 1 }}>
        {readings.map((reading, i) => (
          <Field
            key={reading.what}
            label={words.what[reading.what](
              reading.what === 'teeth' ? String(reading.expected) : lengthWords(reading.expected, unit),
              reading.over,
            )}
            value={sent[i] ?? ''}
            set={(value) => setTyped(sent.map((text, j) => (j === i ? value : text)))}
            message={undefined}
          />
        ))}
      </Box>
      {any && checked.error instanceof Refused && <Notice look="next">{checked.error.message}</Notice>}
      {told?.wrong.map((wrong) => (
        <Notice key={wrong} look="danger" role="alert">
          {wrong}
        </Notice>
      ))}
      {told && told.wrong.length > 0 && (
        <a
          href={`/api/sourcing/parcels/${orderId}/lines/${position}/return.pdf?${new URLSearchParams(
            sent.map((text) => ['typed', text]),
          ).toString()}`}
          download
          style={{ color: colour.ink, padding: '10px 0' }}
        >
          {texts.stores.returnSheet}
        </a>
      )}
      {told && told.wrong.length === 0 && told.told.length > 0 && (
        <Notice look="calm" role="status">
          {told.told.length === readings.length ? words.right : words.soFar}
        </Notice>
      )}
    </Box>
  );
}
