import { Box, Button } from '@mui/material';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState, type ChangeEvent } from 'react';
import { api, ask, upload, type Schemas } from '../../api/client';
import { Notice } from '../../parts/Notice';
import { useSave } from '../../parts/useSave';
import { dayWords } from '../../parts/words';
import { texts } from '../../texts';
import { colour } from '../../theme';
import { useMay } from '../shop/useRights';
import { originsQuery } from './queries';

const words = texts.travel;

/** The book as a file: written for another shop, read from one, taken out again. */
export function Travel() {
  const queries = useQueryClient();
  const may = useMay('shop');
  const origins = useQuery(originsQuery).data ?? [];
  const [told, setTold] = useState<Schemas['BookRead']>();
  const show = () => {
    for (const key of ['book-origins', 'models', 'model'])
      void queries.invalidateQueries({ queryKey: [key] });
  };
  const read = useSave((file: File) => upload<Schemas['BookRead']>('/api/book/file', file), show);
  const takeOut = useSave(
    (origin: string) => ask(api.DELETE('/api/book/origins/{origin}', { params: { path: { origin } } })),
    show,
  );
  const choose = (event: ChangeEvent<HTMLInputElement>) => {
    const file = event.target.files?.[0];
    event.target.value = '';
    setTold(undefined);
    if (file) void read.run(file).then(setTold);
  };
  if (!may && origins.length === 0) return null;
  const refused = read.refused ?? takeOut.refused;
  return (
    <Box component="section" aria-label={words.title} sx={{ mt: { xs: 3, lg: 0 }, maxWidth: 640 }}>
      <Box component="h2" sx={{ fontSize: 17, m: 0 }}>
        {words.title}
      </Box>
      <Box sx={{ color: colour.inkSoft, mb: 1 }}>{words.why}</Box>
      {may && (
        <Box sx={{ display: 'flex', gap: 2.5, flexWrap: 'wrap', alignItems: 'center', mb: 1 }}>
          <a href="/api/book/file" download style={{ color: colour.ink }}>
            {words.write}
          </a>
          <Button variant="outlined" component="label" disabled={read.busy}>
            {read.busy ? words.reading : words.read}
            <input type="file" accept=".zip,application/zip" hidden onChange={choose} />
          </Button>
        </Box>
      )}
      {told && (
        <Notice look="calm" role="status">
          {words.brought(told)}
        </Notice>
      )}
      {refused && (
        <Notice look="danger" role="alert">
          {refused.message}
        </Notice>
      )}
      {origins.map((o) => (
        <Box key={o.origin} sx={{ display: 'flex', gap: 1.5, alignItems: 'center', minHeight: 44 }}>
          <Box sx={{ flex: 1 }}>
            <strong>{o.name}</strong> {words.holds(o.models, dayWords(o.asOf.slice(0, 10)))}
          </Box>
          {may && (
            <Button disabled={takeOut.busy} onClick={() => void takeOut.run(o.origin)}>
              {words.takeOut(o.name)}
            </Button>
          )}
        </Box>
      ))}
    </Box>
  );
}
