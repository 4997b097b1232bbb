import { Box, Button } from '@mui/material';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState, type ChangeEvent } from 'react';
import { api, ask, upload, type Schemas } from '../../api/client';
import { Notice } from '../../parts/Notice';
import { PlainSelect } from '../../parts/PlainSelect';
import { useSave } from '../../parts/useSave';
import { dayWords, money } from '../../parts/words';
import { texts } from '../../texts';
import { colour } from '../../theme';
import { useMay } from '../shop/useRights';
import { Field } from '../workings/GearFields';
import { sellersQuery } from './queries';
import { SellerTerms } from './SellerTerms';

const words = texts.stores.sellers;
type Seller = Schemas['KnownSeller'];
type ListField = Schemas['ColumnSaid']['field'];
/** No heading is longer; the rest of a list is not needed to know its columns. */
const FIRST_LINE = 10_000;
const PROGRESS_MS = 400;

function useRefreshLists() {
  const queries = useQueryClient();
  return () =>
    void Promise.all(
      [['sellers'], ['find-part'], ['prices'], ['spares'], ['plan']].map((queryKey) =>
        queries.invalidateQueries({ queryKey }),
      ),
    );
}

/** Who sells: what each asks beyond the goods, how it delivers, and its list. */
export function Sellers() {
  const sellers = useQuery(sellersQuery);
  return (
    <section aria-label={words.title}>
      {sellers.data?.map((seller) => (
        <OneSeller key={seller.code} seller={seller} />
      ))}
      <NewSeller />
    </section>
  );
}

function OneSeller({ seller }: { seller: Seller }) {
  const { terms } = seller;
  return (
    <Box
      component="section"
      aria-label={seller.code}
      sx={{ bgcolor: colour.label, border: `1px solid ${colour.line}`, px: 1.5, py: 1, mb: 1.5 }}
    >
      <Box sx={{ display: 'flex', gap: 2, alignItems: 'baseline', flexWrap: 'wrap' }}>
        <Box component="h3" sx={{ m: 0, fontSize: 17, flex: '1 1 200px' }}>
          {terms?.name ?? seller.code}
        </Box>
        <span>{words.listed(seller.listed)}</span>
        <span>{seller.lastRead ? words.readOn(dayWords(seller.lastRead.at.slice(0, 10))) : words.never}</span>
      </Box>
      <Box sx={{ fontSize: 14.5 }}>
        {terms &&
          [
            words.from(terms.country, terms.zone),
            words.transit(terms.transitDays),
            seller.failing !== undefined && words.failing(seller.failing),
            seller.rate !== undefined &&
              seller.rateOf &&
              seller.rate !== 1 &&
              `${terms.currency}: ${words.rate(seller.rate, dayWords(seller.rateOf))}`,
          ]
            .filter(Boolean)
            .join(' · ')}
        {!seller.answers && ` ${words.noService}`}
      </Box>
      {terms && (
        <Box sx={{ fontSize: 14.5 }}>
          {words.postage}{' '}
          {terms.postage
            .map((step) =>
              words.postageStep(money(step.goodsFrom, terms.currency), money(step.price, terms.currency)),
            )
            .join('; ')}
          {terms.closedOn.length > 0 &&
            ` · ${words.closed(
              terms.closedOn
                .filter((day) => day >= new Date().toISOString().slice(0, 10))
                .slice(0, 4)
                .map(dayWords)
                .join(', '),
            )}`}
        </Box>
      )}
      <ListOf seller={seller} />
      {!seller.answers && <SellerTerms seller={seller} />}
    </Box>
  );
}

/** Brings a seller's list up to date, by its service or from a file. */
function ListOf({ seller }: { seller: Seller }) {
  const may = useMay('bench');
  const refresh = useRefreshLists();
  const [told, setTold] = useState<Schemas['ListTaken']>();
  const [file, setFile] = useState<{ file: File; first: string; seen: Schemas['SeenColumns'] }>();
  const path = { seller: seller.code };
  const done = (taken: Schemas['ListTaken']) => {
    setTold(taken);
    setFile(undefined);
    refresh();
  };
  const fetched = useSave(
    () => ask(api.POST('/api/stores/sellers/{seller}/fetch', { params: { path } })),
    done,
  );
  const look = useSave(async (chosen: File) => {
    const first = (await chosen.slice(0, FIRST_LINE).text()).split('\n')[0] ?? '';
    const seen = await ask(
      api.POST('/api/stores/sellers/{seller}/columns', { params: { path }, body: { line: first } }),
    );
    return { file: chosen, first, seen };
  });
  const take = (event: ChangeEvent<HTMLInputElement>) => {
    const chosen = event.target.files?.[0];
    event.target.value = '';
    setTold(undefined);
    if (chosen) void look.run(chosen).then(setFile);
  };
  const refused = fetched.refused ?? look.refused;
  return (
    <Box sx={{ mt: 0.75 }}>
      <Box sx={{ display: 'flex', gap: 1.5, flexWrap: 'wrap', alignItems: 'center' }}>
        {seller.answers && (
          <Button
            variant="outlined"
            disabled={!may || fetched.busy}
            aria-label={`${words.fetch}: ${seller.code}`}
            onClick={() => void fetched.run(undefined)}
          >
            {fetched.busy ? words.fetching : words.fetch}
          </Button>
        )}
        <Button variant="outlined" component="label" disabled={!may || look.busy}>
          {words.file}
          <input
            type="file"
            accept=".csv,text/csv,.txt"
            aria-label={`${words.file}: ${seller.code}`}
            hidden
            onChange={take}
          />
        </Button>
        {fetched.busy && <Progress seller={seller.code} />}
      </Box>
      {file && <ColumnsOf seller={seller} chosen={file} done={done} />}
      {told && (
        <Notice look={told.refused > 0 ? 'next' : 'calm'} role="status">
          <Box>
            {words.done(told)}
            {told.told.slice(0, 10).map((line) => (
              <Box key={line}>{line}</Box>
            ))}
          </Box>
        </Notice>
      )}
      {refused && (
        <Notice look="danger" role="alert">
          {refused.message}
        </Notice>
      )}
    </Box>
  );
}

/** Says once which column says what; the next list of this seller is read so by itself. */
function ColumnsOf(props: {
  seller: Seller;
  chosen: { file: File; first: string; seen: Schemas['SeenColumns'] };
  done: (taken: Schemas['ListTaken']) => void;
}) {
  const { seen, file, first } = props.chosen;
  const [said, setSaid] = useState<Partial<Record<ListField, string>>>(
    Object.fromEntries(seen.columns.map((c) => [c.field, c.heading])),
  );
  const [currency, setCurrency] = useState(props.seller.terms?.currency ?? 'EUR');
  const read = useSave(async () => {
    await ask(
      api.PUT('/api/stores/sellers/{seller}/columns', {
        params: { path: { seller: props.seller.code } },
        body: {
          line: first,
          columns: Object.entries(said)
            .filter(([, heading]) => heading !== '')
            .map(([field, heading]) => ({ field, heading })),
        },
      }),
    );
    return upload<Schemas['ListTaken']>(
      `/api/stores/sellers/${props.seller.code}/list?currency=${encodeURIComponent(currency)}`,
      file,
    );
  }, props.done);
  return (
    <Box sx={{ bgcolor: colour.kraftPale, p: 1.25, mt: 1 }}>
      <Box sx={{ fontWeight: 700, mb: 0.5 }}>
        {file.name}: {words.columns}
      </Box>
      <Box
        sx={{
          display: 'grid',
          gridTemplateColumns: 'repeat(auto-fill, minmax(170px, 1fr))',
          gap: 1,
          mb: 1,
          alignItems: 'start',
        }}
      >
        {(Object.keys(words.fields) as ListField[])
          .filter((field) => !['place', 'pieces', 'least'].includes(field))
          .map((field) => (
            <PlainSelect
              key={field}
              label={words.fields[field]}
              shown={words.fields[field]}
              value={said[field] ?? ''}
              set={(heading) => setSaid({ ...said, [field]: heading })}
              options={[['', words.nowhere], ...seen.headings.map((h) => [h, h] as const)]}
            />
          ))}
        <Field
          label={words.currency}
          value={currency}
          set={(text) => setCurrency(text.toUpperCase().slice(0, 3))}
          message={read.refused?.of('currency')}
        />
      </Box>
      <Box sx={{ display: 'flex', gap: 1.5, alignItems: 'center' }}>
        <Button variant="contained" disabled={read.busy} onClick={() => void read.run(undefined)}>
          {words.read}
        </Button>
        {read.busy && <Progress seller={props.seller.code} />}
      </Box>
      {read.refused && (
        <Notice look="danger" role="alert">
          {read.refused.message}
        </Notice>
      )}
    </Box>
  );
}

function Progress({ seller }: { seller: string }) {
  const progress = useQuery({
    queryKey: ['list-progress', seller],
    queryFn: () => ask(api.GET('/api/stores/sellers/{seller}/list', { params: { path: { seller } } })),
    refetchInterval: PROGRESS_MS,
    staleTime: 0,
  });
  const last = progress.data?.last;
  return (
    <span role="status">{last?.state === 'reading' ? words.reading(last.lines) : `${words.fetching} …`}</span>
  );
}

function NewSeller() {
  const may = useMay('shop');
  const refresh = useRefreshLists();
  const [code, setCode] = useState('');
  const add = useSave(
    () => ask(api.POST('/api/stores/sellers', { body: { code } })),
    () => {
      setCode('');
      refresh();
    },
  );
  return (
    <Box component="details" sx={{ bgcolor: colour.kraftPale, px: 1.5 }}>
      <Box component="summary" sx={{ py: 1.25, cursor: 'pointer' }}>
        {words.add}
      </Box>
      <Box sx={{ display: 'flex', gap: 1, alignItems: 'end', pb: 1.5 }}>
        <Field label={words.code} value={code} set={setCode} message={add.refused?.of('code')} />
        <Button
          variant="contained"
          disabled={!may || add.busy || code === ''}
          onClick={() => void add.run(undefined)}
        >
          {texts.stores.shelf.save}
        </Button>
      </Box>
    </Box>
  );
}
