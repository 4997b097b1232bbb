import { Box, Button } from '@mui/material';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { z } from 'zod';
import { api, ask, type Schemas } from '../../api/client';
import { Notice } from '../../parts/Notice';
import { PlainSelect } from '../../parts/PlainSelect';
import { useDraft } from '../../parts/useDraft';
import { useSave } from '../../parts/useSave';
import { texts } from '../../texts';
import { colour } from '../../theme';
import { modelsQuery } from '../device/queries';
import { useMay } from '../shop/useRights';
import { Field } from '../workings/GearFields';
import type { PartCard } from './queries';
import { Rows } from './Rows';

const words = texts.stores.number;

const typedCard = z.object({
  /** Of the card that was there when typing began; 0 for a number that nobody had. */
  version: z.number(),
  number: z.string(),
  name: z.string(),
  supersededBy: z.string(),
  supersededOn: z.string(),
  places: z.array(z.object({ model: z.string(), position: z.string() })),
  companions: z.array(z.object({ pieces: z.string(), name: z.string(), number: z.string() })),
  lookalikes: z.array(z.object({ number: z.string(), name: z.string(), tell: z.string() })),
});
type TypedCard = z.infer<typeof typedCard>;

const EMPTY: TypedCard = {
  version: 0,
  number: '',
  name: '',
  supersededBy: '',
  supersededOn: '',
  places: [{ model: '', position: '' }],
  companions: [],
  lookalikes: [],
};

/** A card as it would be typed. */
function typedOf(card: PartCard): TypedCard {
  const [own, next] = card.chain;
  return {
    version: card.version,
    number: card.number,
    name: card.name,
    supersededBy: next?.number ?? '',
    supersededOn: own?.until ?? '',
    places: card.places.map((place) => ({ model: String(place.modelId), position: place.position })),
    companions: card.companions.map((one) => ({
      pieces: String(one.pieces),
      name: one.name,
      number: one.number ?? '',
    })),
    lookalikes: card.lookalikes.map((one) => ({ ...one })),
  };
}

function saying(typed: TypedCard, machine: (id: string) => string): Schemas['SaveNumber'] {
  const supersededBy = typed.supersededBy.trim();
  const supersededOn = typed.supersededOn.trim();
  return {
    version: typed.version,
    name: typed.name.trim(),
    ...(supersededBy && { supersededBy }),
    ...(supersededOn && { supersededOn }),
    places: typed.places
      .filter((place) => place.model !== '')
      .map((place) => ({
        modelId: Number(place.model),
        machine: machine(place.model),
        position: place.position.trim(),
      })),
    companions: typed.companions
      .filter((one) => one.name.trim() !== '')
      .map((one) => ({
        pieces: Number(one.pieces || '1'),
        name: one.name.trim(),
        ...(one.number.trim() && { number: one.number.trim() }),
      })),
    lookalikes: typed.lookalikes
      .filter((one) => one.number.trim() !== '')
      .map((one) => ({ number: one.number.trim(), name: one.name.trim(), tell: one.tell.trim() })),
  };
}

/** Writes the card of a number: one that is not there yet, or one that is changed. */
export function NumberForm({ card }: { card?: PartCard | undefined }) {
  const may = useMay('counter');
  const queries = useQueryClient();
  const models = useQuery(modelsQuery(''));
  const [draft, setDraft, about] = useDraft(`part-number:${card?.number ?? 'new'}`, typedCard);
  const typed = draft ?? (card ? typedOf(card) : EMPTY);
  const set = (part: Partial<TypedCard>) => setDraft({ ...typed, ...part });
  const nameOf = (id: string) => {
    const model = models.data?.find((m) => String(m.id) === id);
    return model
      ? `${model.maker} ${model.name}`
      : (card?.places.find((place) => String(place.modelId) === id)?.machine ?? '');
  };
  const save = useSave(
    (body: { number: string; saying: Schemas['SaveNumber'] }) =>
      ask(
        api.PUT('/api/stores/numbers/{number}', {
          params: { path: { number: body.number } },
          body: body.saying,
        }),
      ),
    () => {
      void queries.invalidateQueries({ queryKey: ['numbers'] });
      void queries.invalidateQueries({ queryKey: ['find-part'] });
    },
    about,
  );
  const field = (name: 'number' | 'name' | 'supersededBy' | 'supersededOn', label: string) => (
    <Field
      label={label}
      value={typed[name]}
      set={(text) => set({ [name]: text })}
      message={save.refused?.of(name)}
    />
  );
  return (
    <Box component="details" sx={{ mb: 1.5, mt: card ? 1 : 0, bgcolor: colour.kraftPale, px: 1.5 }}>
      <Box component="summary" sx={{ py: 1.25, cursor: 'pointer' }}>
        {card ? words.edit : words.add}
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
        {!card && field('number', words.number)}
        {field('name', words.name)}
        {field('supersededBy', words.supersededBy)}
        {field('supersededOn', words.supersededOn)}
      </Box>
      <Rows
        title={words.sits}
        rows={typed.places}
        set={(places) => set({ places })}
        empty={{ model: '', position: '' }}
        row={(place, change) => (
          <>
            <PlainSelect
              label={words.model}
              shown={words.model}
              value={place.model}
              set={(model) => change({ model })}
              options={[
                ['', words.noModel],
                ...(place.model && !models.data?.some((m) => String(m.id) === place.model)
                  ? [[place.model, nameOf(place.model)] as const]
                  : []),
                ...(models.data ?? []).map((m) => [String(m.id), `${m.maker} ${m.name}`] as const),
              ]}
            />
            <Field
              label={words.positionLabel}
              value={place.position}
              set={(position) => change({ position })}
              message={undefined}
            />
          </>
        )}
      />
      <Rows
        title={words.needs}
        rows={typed.companions}
        set={(companions) => set({ companions })}
        empty={{ pieces: '1', name: '', number: '' }}
        row={(one, change) => (
          <>
            <Field
              label={words.companionPieces}
              value={one.pieces}
              set={(pieces) => change({ pieces })}
              message={undefined}
            />
            <Field
              label={words.companion}
              value={one.name}
              set={(name) => change({ name })}
              message={undefined}
            />
            <Field
              label={words.number}
              group={words.needs}
              value={one.number}
              set={(number) => change({ number })}
              message={undefined}
            />
          </>
        )}
      />
      <Rows
        title={words.lookalikes}
        rows={typed.lookalikes}
        set={(lookalikes) => set({ lookalikes })}
        empty={{ number: '', name: '', tell: '' }}
        row={(one, change) => (
          <>
            <Field
              label={words.otherNumber}
              value={one.number}
              set={(number) => change({ number })}
              message={undefined}
            />
            <Field label={words.tell} value={one.tell} set={(tell) => change({ tell })} message={undefined} />
          </>
        )}
      />
      <Button
        variant="contained"
        disabled={!may || save.busy || !typed.number.trim()}
        onClick={() => void save.run({ number: typed.number.trim(), saying: saying(typed, nameOf) })}
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
