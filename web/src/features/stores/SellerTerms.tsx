import { Box, Button } from '@mui/material';
import { useQueryClient } from '@tanstack/react-query';
import { z } from 'zod';
import { api, ask, type Schemas } from '../../api/client';
import { Notice } from '../../parts/Notice';
import { typedNumber } from '../../parts/unit';
import { useDraft } from '../../parts/useDraft';
import { useSave } from '../../parts/useSave';
import { texts } from '../../texts';
import { useMay } from '../shop/useRights';
import { Field } from '../workings/GearFields';
import { Rows } from './Rows';

const words = texts.stores.sellers;

const typedTerms = z.object({
  name: z.string(),
  country: z.string(),
  zone: z.string(),
  currency: z.string(),
  transitDays: z.string(),
  postage: z.array(z.object({ from: z.string(), price: z.string() })),
  closed: z.string(),
});
type TypedTerms = z.infer<typeof typedTerms>;

function typedOf(terms: Schemas['SellerTerms'] | undefined): TypedTerms {
  return {
    name: terms?.name ?? '',
    country: terms?.country ?? '',
    zone: terms?.zone ?? '',
    currency: terms?.currency ?? 'EUR',
    transitDays: String(terms?.transitDays ?? ''),
    postage: terms?.postage.map((step) => ({ from: String(step.goodsFrom), price: String(step.price) })) ?? [
      { from: '0', price: '' },
    ],
    closed: terms?.closedOn.join(', ') ?? '',
  };
}

/** Nothing where a figure is none, or a day no day: 2026-12-24. */
function read(typed: TypedTerms): Schemas['SaveSellerTerms'] | undefined {
  const days = typedNumber(typed.transitDays);
  const postage = typed.postage.map((step) => ({
    goodsFrom: typedNumber(step.from),
    price: typedNumber(step.price),
  }));
  const closedOn = typed.closed.split(/[\s,;]+/).filter(Boolean);
  const steps = postage.flatMap(({ goodsFrom, price }) =>
    goodsFrom === undefined || price === undefined ? [] : [{ goodsFrom, price }],
  );
  const wrong =
    days === undefined ||
    !Number.isInteger(days) ||
    steps.length < postage.length ||
    closedOn.some((day) => !/^\d{4}-\d\d-\d\d$/.test(day) || Number.isNaN(Date.parse(day)));
  return wrong
    ? undefined
    : {
        name: typed.name.trim(),
        country: typed.country.trim(),
        zone: typed.zone.trim(),
        currency: typed.currency.trim().toUpperCase(),
        postage: steps,
        transitDays: days,
        closedOn,
      };
}

/** What a seller without a service asks beyond the goods, typed by hand. */
export function SellerTerms({ seller }: { seller: Schemas['KnownSeller'] }) {
  const may = useMay('shop');
  const queries = useQueryClient();
  const [draft, setDraft, about] = useDraft(`seller-terms:${seller.code}`, typedTerms);
  const typed = draft ?? typedOf(seller.terms);
  const set = (part: Partial<TypedTerms>) => setDraft({ ...typed, ...part });
  const terms = read(typed);
  const save = useSave(
    (body: Schemas['SaveSellerTerms']) =>
      ask(api.PUT('/api/stores/sellers/{seller}/terms', { params: { path: { seller: seller.code } }, body })),
    () =>
      [['sellers'], ['find-part'], ['plan'], ['offers']].forEach(
        (queryKey) => void queries.invalidateQueries({ queryKey }),
      ),
    about,
  );
  const field = (name: 'name' | 'country' | 'zone' | 'currency' | 'transitDays' | 'closed') => (
    <Field
      label={words.terms[name]}
      group={seller.code}
      value={typed[name]}
      set={(text) => set({ [name]: text })}
      message={save.refused?.of(name)}
    />
  );
  return (
    <Box component="details" sx={{ mt: 0.5 }}>
      <Box component="summary" sx={{ py: 1.25, cursor: 'pointer' }}>
        {words.typeTerms}
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
        {field('name')}
        {field('country')}
        {field('zone')}
        {field('currency')}
        {field('transitDays')}
        {field('closed')}
      </Box>
      <Rows
        title={words.postage}
        rows={typed.postage}
        set={(postage) => set({ postage })}
        empty={{ from: '', price: '' }}
        row={(step, change) => (
          <>
            <Field
              label={words.terms.from}
              group={seller.code}
              value={step.from}
              set={(from) => change({ from })}
              message={undefined}
            />
            <Field
              label={words.terms.price}
              group={seller.code}
              value={step.price}
              set={(price) => change({ price })}
              message={undefined}
            />
          </>
        )}
      />
      {draft && !terms && <Notice look="next">{words.termsUnread}</Notice>}
      <Button
        variant="contained"
        disabled={!may || save.busy || !terms || !draft}
        aria-label={`${words.keepTerms}: ${seller.code}`}
        onClick={() => terms && void save.run(terms)}
      >
        {save.busy ? texts.saving : words.keepTerms}
      </Button>
      {save.refused && (
        <Notice look="danger" role="alert">
          {save.refused.message}
        </Notice>
      )}
    </Box>
  );
}
