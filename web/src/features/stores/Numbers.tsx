import { Box, Button } from '@mui/material';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { Link } from 'react-router';
import { z } from 'zod';
import { api, ask, type Schemas } from '../../api/client';
import { Notice } from '../../parts/Notice';
import { PlainSelect } from '../../parts/PlainSelect';
import { useDraft } from '../../parts/useDraft';
import { useSave } from '../../parts/useSave';
import { texts } from '../../texts';
import { colour, font } from '../../theme';
import { modelsQuery } from '../device/queries';
import { useMay } from '../shop/useRights';
import { Field } from '../workings/GearFields';
import { numbersQuery } from './queries';

const words = texts.stores.number;

/** Every part number that is known here; one that is looked for shows what it became. */
export function Numbers() {
  const numbers = useQuery(numbersQuery);
  return (
    <section aria-label={words.title}>
      <NewNumber />
      {numbers.data?.length === 0 && <Notice look="calm">{words.none}</Notice>}
      <Box
        component="ul"
        sx={{
          listStyle: 'none',
          m: 0,
          p: 0,
          display: 'grid',
          gridTemplateColumns: 'repeat(auto-fill, minmax(min(100%, 380px), 1fr))',
          gap: '3px',
        }}
      >
        {numbers.data?.map((known) => (
          <li key={known.number}>
            <Box
              component={Link}
              to={`/stores?find=${encodeURIComponent(known.number)}`}
              sx={{
                display: 'flex',
                gap: 1.5,
                alignItems: 'center',
                minHeight: 44,
                px: 1.5,
                bgcolor: colour.label,
                color: known.current ? colour.ink : colour.inkSoft,
                textDecoration: 'none',
              }}
            >
              <Box component="span" sx={{ fontFamily: font.figures, minWidth: 100 }}>
                {known.number}
              </Box>
              <Box sx={{ flex: 1 }}>{known.name}</Box>
              {!known.current && <span>{words.notCurrent}</span>}
            </Box>
          </li>
        ))}
      </Box>
    </section>
  );
}

const typedNumber = z.record(z.string(), z.string());

function saying(typed: Record<string, string>, machine: string): Schemas['SaveNumber'] {
  const said = (name: string) => (typed[name] ?? '').trim();
  return {
    version: 0,
    name: said('name'),
    ...(said('supersededBy') && { supersededBy: said('supersededBy') }),
    ...(said('supersededOn') && { supersededOn: said('supersededOn') }),
    places: said('model') ? [{ modelId: Number(said('model')), machine, position: said('position') }] : [],
    companions: said('companion')
      ? [{ pieces: Number(said('companionPieces') || '1'), name: said('companion') }]
      : [],
    lookalikes: said('other') ? [{ number: said('other'), name: '', tell: said('tell') }] : [],
  };
}

function NewNumber() {
  const may = useMay('counter');
  const queries = useQueryClient();
  const models = useQuery(modelsQuery(''));
  const [draft, setDraft] = useDraft('part-number:new', typedNumber);
  const typed = draft ?? {};
  const save = useSave(
    (body: { number: string; saying: Schemas['SaveNumber'] }) =>
      ask(
        api.PUT('/api/stores/numbers/{number}', {
          params: { path: { number: body.number } },
          body: body.saying,
        }),
      ),
    () => {
      setDraft(undefined);
      void queries.invalidateQueries({ queryKey: ['numbers'] });
      void queries.invalidateQueries({ queryKey: ['find-part'] });
    },
  );
  const field = (name: string, label: string) => (
    <Field
      label={label}
      value={typed[name] ?? ''}
      set={(text) => setDraft({ ...typed, [name]: text })}
      message={save.refused?.of(name)}
    />
  );
  const machine = models.data?.find((m) => String(m.id) === typed.model);
  return (
    <Box component="details" sx={{ mb: 1.5, bgcolor: colour.kraftPale, px: 1.5 }}>
      <Box component="summary" sx={{ py: 1.25, cursor: 'pointer' }}>
        {words.add}
      </Box>
      <Box
        sx={{
          display: 'grid',
          gridTemplateColumns: 'repeat(auto-fill, minmax(190px, 1fr))',
          gap: 1,
          mb: 1,
          alignItems: 'start',
        }}
      >
        {field('number', words.number)}
        {field('name', words.name)}
        {field('supersededBy', words.supersededBy)}
        {field('supersededOn', words.supersededOn)}
        <PlainSelect
          label={words.model}
          shown={words.model}
          value={typed.model ?? ''}
          set={(model) => setDraft({ ...typed, model })}
          options={[
            ['', words.noModel],
            ...(models.data ?? []).map((m) => [String(m.id), `${m.maker} ${m.name}`] as const),
          ]}
        />
        {field('position', words.positionLabel)}
        {field('companion', words.companion)}
        {field('companionPieces', words.companionPieces)}
        {field('other', words.otherNumber)}
        {field('tell', words.tell)}
      </Box>
      <Button
        variant="contained"
        disabled={!may || save.busy || !typed.number?.trim()}
        onClick={() =>
          void save.run({
            number: (typed.number ?? '').trim(),
            saying: saying(typed, machine ? `${machine.maker} ${machine.name}` : ''),
          })
        }
        sx={{ mb: 1.5 }}
      >
        {save.busy ? texts.saving : words.save}
      </Button>
      {save.refused && (
        <Notice look="danger" role="alert">
          {save.refused.message}
        </Notice>
      )}
    </Box>
  );
}
