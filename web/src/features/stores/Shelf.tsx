import { Box, Button } from '@mui/material';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState, type ChangeEvent } from 'react';
import { z } from 'zod';
import { api, ask, newKey, upload, type Refused, type Schemas } from '../../api/client';
import { NumberField } from '../../parts/NumberField';
import { Notice } from '../../parts/Notice';
import { PlainButton } from '../../parts/PlainButton';
import { PlainSelect } from '../../parts/PlainSelect';
import { useDraft } from '../../parts/useDraft';
import { useSave } from '../../parts/useSave';
import { dayWords, money } from '../../parts/words';
import { texts } from '../../texts';
import { colour, font } from '../../theme';
import { useMay } from '../shop/useRights';
import { Field } from '../workings/GearFields';
import { SparesChart } from './Charts';
import { shelfQuery, type StockItem } from './queries';

const words = texts.stores.shelf;

/** What changes with the shelf: the shelf, what is to be ordered, what was found. */
function useRefreshShelf() {
  const queries = useQueryClient();
  return () =>
    void Promise.all(
      [['shelf'], ['plan'], ['find-part'], ['spares']].map((queryKey) =>
        queries.invalidateQueries({ queryKey }),
      ),
    );
}

/** What lies on the shelves, by place; one press takes one out or puts one back. */
export function Shelf() {
  const shelf = useQuery(shelfQuery);
  const [open, setOpen] = useState<number>();
  const places = new Map<string, StockItem[]>();
  for (const item of shelf.data ?? []) places.set(item.place, [...(places.get(item.place) ?? []), item]);
  return (
    <section aria-label={words.title}>
      <ListInAndOut />
      <NewThing />
      {shelf.data?.length === 0 && <Notice look="calm">{words.none}</Notice>}
      {[...places.entries()].map(([place, items]) => (
        <Box key={place} sx={{ mb: 1.5 }}>
          <Box component="h3" sx={{ fontSize: 15, m: 0, mb: 0.5 }}>
            {place}
          </Box>
          <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0, display: 'grid', gap: '3px' }}>
            {items.map((item) => (
              <OnTheShelf
                key={item.id}
                item={item}
                open={open === item.id}
                toggle={() => setOpen(open === item.id ? undefined : item.id)}
              />
            ))}
          </Box>
        </Box>
      ))}
    </section>
  );
}

function OnTheShelf({ item, open, toggle }: { item: StockItem; open: boolean; toggle: () => void }) {
  const may = useMay('counter');
  const refresh = useRefreshShelf();
  const [key, setKey] = useState(newKey);
  const move = useSave(
    (body: Schemas['MoveStock']) =>
      ask(
        api.POST('/api/stores/shelf/{itemId}/move', {
          params: { path: { itemId: item.id }, header: { 'Idempotency-Key': key } },
          body,
        }),
      ),
    () => {
      setKey(newKey());
      refresh();
    },
  );
  const { name, number } = item.item;
  const small = { minHeight: 44, px: 1.25, textDecoration: 'underline' };
  return (
    <Box component="li" sx={{ bgcolor: colour.label, px: 1.5, py: 0.5 }}>
      <Box sx={{ display: 'flex', gap: 1.25, alignItems: 'center', flexWrap: 'wrap' }}>
        <Box
          component="span"
          sx={{
            fontFamily: font.figures,
            fontWeight: 700,
            fontSize: 22,
            minWidth: 44,
            textAlign: 'right',
            color: item.pieces < item.least ? colour.danger : colour.ink,
          }}
        >
          {item.pieces}
        </Box>
        <Box sx={{ flex: '1 1 220px' }}>
          <strong>{name}</strong>
          {number && ` · ${number}`}
          <Box sx={{ fontSize: 14, color: colour.inkSoft }}>
            {[
              item.least > 0 && words.least(item.least),
              item.missing > 0 && words.short(item.missing),
              item.coming > 0 && words.coming(item.coming),
              item.paid !== undefined && item.currency && words.paid(money(item.paid, item.currency)),
            ]
              .filter(Boolean)
              .join(' · ')}
          </Box>
        </Box>
        <PlainButton
          disabled={!may || move.busy || item.pieces === 0}
          aria-label={words.takeName(name)}
          onClick={() => void move.run({ why: 'taken', pieces: 1 })}
          sx={{ minHeight: 44, px: 1.5, bgcolor: colour.goPale }}
        >
          {words.take}
        </PlainButton>
        <PlainButton
          disabled={!may || move.busy}
          aria-label={words.putName(name)}
          onClick={() => void move.run({ why: 'putBack', pieces: 1 })}
          sx={small}
        >
          {words.put}
        </PlainButton>
        <PlainButton aria-expanded={open} aria-label={words.moreName(name)} onClick={toggle} sx={small}>
          {words.more}
        </PlainButton>
      </Box>
      {move.refused && (
        <Box role="alert" sx={{ color: colour.danger }}>
          {move.refused.message}
        </Box>
      )}
      {open && (
        <Box sx={{ display: 'grid', gap: 1.5, py: 1, borderTop: `1px solid ${colour.line}` }}>
          <Counted item={item} count={(pieces) => void move.run({ why: 'counted', pieces })} />
          <SparesFor item={item} />
          <Moves itemId={item.id} pieces={item.pieces} />
          <Box component="details">
            <Box component="summary" sx={{ py: 1.25, cursor: 'pointer' }}>
              {words.edit}
            </Box>
            <ThingForm item={item} />
          </Box>
        </Box>
      )}
    </Box>
  );
}

function Counted({ item, count }: { item: StockItem; count: (pieces: number) => void }) {
  const [pieces, setPieces] = useState<number>();
  return (
    <Box sx={{ display: 'flex', gap: 1, alignItems: 'end' }}>
      <NumberField label={words.countedName(item.item.name)} value={pieces} set={setPieces} whole />
      <Button
        variant="outlined"
        disabled={pieces === undefined || pieces < 0}
        onClick={() => pieces !== undefined && count(pieces)}
      >
        {words.write}
      </Button>
    </Box>
  );
}

function Moves({ itemId, pieces }: { itemId: number; pieces: number }) {
  const moves = useQuery({
    queryKey: ['shelf', itemId, 'moves', pieces],
    queryFn: () => ask(api.GET('/api/stores/shelf/{itemId}/moves', { params: { path: { itemId } } })),
  });
  return (
    <Box>
      <Box sx={{ fontSize: 14, fontWeight: 700 }}>{words.moves}</Box>
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0, fontSize: 14 }}>
        {moves.data?.slice(0, 8).map((move) => (
          <li key={move.at}>
            <Box component="span" sx={{ fontFamily: font.figures, display: 'inline-block', minWidth: 44 }}>
              {move.pieces > 0 ? `+${move.pieces}` : String(move.pieces).replace('-', '−')}
            </Box>
            {words.why[move.why]}
            {move.tray !== undefined && `, ${words.tray(move.tray)}`} · {move.by} ·{' '}
            {dayWords(move.at.slice(0, 10))}
          </li>
        ))}
      </Box>
    </Box>
  );
}

function SparesFor({ item }: { item: StockItem }) {
  const [percent, setPercent] = useState<number | undefined>(90);
  const refresh = useRefreshShelf();
  const may = useMay('counter');
  const service = Math.min(0.999, Math.max(0.01, (percent ?? 90) / 100));
  const spares = useQuery({
    queryKey: ['spares', item.id, service, item.version],
    queryFn: () =>
      ask(
        api.GET('/api/stores/shelf/{itemId}/spares', {
          params: { path: { itemId: item.id }, query: { service } },
        }),
      ),
  });
  const keep = useSave(
    (least: number) =>
      ask(
        api.PUT('/api/stores/shelf/{itemId}', {
          params: { path: { itemId: item.id } },
          body: { version: item.version, cells: cells({ ...formOf(item), least: String(least) }) },
        }),
      ),
    refresh,
  );
  const told = spares.data;
  return (
    <Box>
      <Box sx={{ fontSize: 14, fontWeight: 700 }}>{words.spares}</Box>
      <Box sx={{ display: 'flex', gap: 2, flexWrap: 'wrap', alignItems: 'end' }}>
        <NumberField label={words.service} value={percent} set={setPercent} />
        {told && (
          <Button
            variant="outlined"
            disabled={!may || keep.busy || told.spares.keep === item.least}
            onClick={() => void keep.run(told.spares.keep)}
          >
            {words.useKeep(told.spares.keep)}
          </Button>
        )}
      </Box>
      {told && (
        <>
          <Box sx={{ my: 0.75, maxWidth: 640 }}>
            {words.spare(told.use, told.spares.keep, told.spares.expected)}
          </Box>
          <SparesChart spares={told.spares} currency={item.currency ?? ''} />
        </>
      )}
    </Box>
  );
}

type FieldName = keyof typeof words.fields;
const FIELDS = Object.keys(words.fields) as FieldName[];
const GEAR_ONLY: FieldName[] = ['pitch', 'teeth', 'bore', 'width', 'material'];
const typedThing = z.record(z.string(), z.string());
type Typed = Record<string, string>;

function formOf(item: StockItem): Typed {
  const { gear } = item.item;
  return {
    kind: item.item.kind,
    name: item.item.name,
    partNumber: item.item.number,
    place: item.place,
    pieces: String(item.pieces),
    least: String(item.least),
    price: item.paid === undefined ? '' : String(item.paid),
    ...(gear && {
      system: gear.pitch.system,
      pitch: String(gear.pitch.value),
      teeth: String(gear.toothCount),
      angle: String(gear.pressureAngleDeg),
      depth: gear.stub ? 'stub' : 'full',
      bore: String(gear.boreMm),
      width: String(gear.faceWidthMm),
      material: gear.material,
    }),
  };
}

function cells(typed: Typed): Schemas['TypedCell'][] {
  return Object.entries(typed).map(([field, text]) => ({ field, typed: text }));
}

function NewThing() {
  return (
    <Box component="details" sx={{ mb: 1.5, bgcolor: colour.kraftPale, px: 1.5 }}>
      <Box component="summary" sx={{ py: 1.25, cursor: 'pointer' }}>
        {words.add}
      </Box>
      <ThingForm />
    </Box>
  );
}

/** What a thing is and where it lies, as it is typed; kept in the browser until it is saved. */
function ThingForm({ item }: { item?: StockItem }) {
  const refresh = useRefreshShelf();
  const may = useMay('counter');
  const [draft, setDraft, about] = useDraft(item ? `stock:${item.id}` : 'stock:new', typedThing);
  const typed = draft ?? (item ? formOf(item) : { kind: 'gear' });
  const save = useSave(
    (body: Typed, key) =>
      ask(
        item
          ? api.PUT('/api/stores/shelf/{itemId}', {
              params: { path: { itemId: item.id } },
              body: { version: item.version, cells: cells(body) },
            })
          : api.POST('/api/stores/shelf', {
              params: { header: { 'Idempotency-Key': key } },
              body: { cells: cells(body) },
            }),
      ),
    () => refresh(),
    about,
  );
  const gear = (typed.kind ?? 'gear') === 'gear';
  return (
    <Box sx={{ pb: 1.5 }}>
      <Box
        sx={{
          display: 'grid',
          gridTemplateColumns: 'repeat(auto-fill, minmax(170px, 1fr))',
          gap: 1,
          mb: 1,
          alignItems: 'start',
        }}
      >
        <PlainSelect
          label={words.kind}
          shown={words.kind}
          value={(typed.kind ?? 'gear') as keyof typeof words.kinds}
          set={(kind) => setDraft({ ...typed, kind })}
          options={Object.entries(words.kinds) as [keyof typeof words.kinds, string][]}
        />
        {FIELDS.filter((field) => gear || !GEAR_ONLY.includes(field))
          .filter((field) => field !== 'pieces' || !item)
          .map((field) => (
            <Field
              key={field}
              label={words.fields[field]}
              value={typed[field] ?? ''}
              set={(text) => setDraft({ ...typed, [field]: text })}
              message={save.refused?.of(field)}
            />
          ))}
      </Box>
      <Button variant="contained" disabled={!may || save.busy} onClick={() => void save.run(typed)}>
        {save.busy ? texts.saving : words.save}
      </Button>
      <RefusedWords refused={save.refused} />
    </Box>
  );
}

function RefusedWords({ refused }: { refused: Refused | undefined }) {
  return refused && refused.fields.length === 0 ? (
    <Notice look="danger" role="alert">
      {refused.message}
    </Notice>
  ) : null;
}

function ListInAndOut() {
  const refresh = useRefreshShelf();
  const may = useMay('counter');
  const read = useSave((file: File) => upload<Schemas['ShelfRead']>('/api/stores/shelf.csv', file), refresh);
  const [told, setTold] = useState<Schemas['ShelfRead']>();
  const take = (event: ChangeEvent<HTMLInputElement>) => {
    const file = event.target.files?.[0];
    event.target.value = '';
    if (file) void read.run(file).then(setTold);
  };
  return (
    <Box sx={{ mb: 1.5 }}>
      <Box sx={{ display: 'flex', gap: 2.5, flexWrap: 'wrap', alignItems: 'center' }}>
        <a href="/api/stores/shelf.csv" download style={{ color: colour.ink }}>
          {words.csvOut}
        </a>
        <Button variant="outlined" component="label" disabled={!may || read.busy}>
          {read.busy ? texts.saving : words.csvIn}
          <input type="file" accept=".csv,text/csv,.txt" hidden onChange={take} />
        </Button>
      </Box>
      {told && (
        <Notice look={told.refused > 0 ? 'next' : 'calm'} role="status">
          <Box>
            {words.read(told)}
            {told.told.map((line) => (
              <Box key={line}>{line}</Box>
            ))}
          </Box>
        </Notice>
      )}
      <RefusedWords refused={read.refused} />
    </Box>
  );
}
