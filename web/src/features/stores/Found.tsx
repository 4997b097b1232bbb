import { Box } from '@mui/material';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { api, ask, newKey, Refused } from '../../api/client';
import { Notice } from '../../parts/Notice';
import { PlainButton } from '../../parts/PlainButton';
import { useSave } from '../../parts/useSave';
import { dayWords, money } from '../../parts/words';
import { texts } from '../../texts';
import { colour, font } from '../../theme';
import { useMay } from '../shop/useRights';
import { PriceHistory } from './Charts';
import { NumberCard } from './NumberCard';
import { findQuery, pricesQuery, type Hit } from './queries';

const words = texts.stores.find;

/** Who something is taken for. */
export interface ForJob {
  id: number;
  trayNumber: number;
}

/** Where a part can be had: nearest first, each with what it takes to use it. */
export function Found({ text, job }: { text: string; job?: ForJob | undefined }) {
  const found = useQuery(findQuery(text, job?.id));
  if (found.error instanceof Refused && !found.data) {
    return (
      <Notice look="next" role="alert">
        {found.error.message}
      </Notice>
    );
  }
  if (!found.data) return <Box role="status">{words.looking} …</Box>;
  const { understood, number, numbers, hits, more } = found.data;
  return (
    <section aria-label={words.name} aria-busy={found.isFetching}>
      {understood.length > 0 && text !== '' && (
        <Box sx={{ mb: 1 }}>
          {words.understood}: <strong>{understood.join(' · ')}</strong>
        </Box>
      )}
      {number && <NumberCard card={number} />}
      {numbers.length > 0 && (
        <Box component="ul" sx={{ listStyle: 'none', m: 0, mb: 1.5, p: 0 }}>
          {numbers.map((known) => (
            <li key={known.number}>
              <Box
                component={Link}
                to={`/stores?find=${encodeURIComponent(known.number)}`}
                sx={{ color: colour.ink, display: 'inline-block', py: 1 }}
              >
                <strong>{known.number}</strong> {known.name}
                {!known.current && ` (${texts.stores.number.notCurrent})`}
              </Box>
            </li>
          ))}
        </Box>
      )}
      {hits.length === 0 && numbers.length === 0 && !number && <Notice look="calm">{words.none}</Notice>}
      <Hits hits={hits} at={found.data} job={job} />
      {more > 0 && <Box sx={{ mt: 1 }}>{words.more(more)}</Box>}
    </section>
  );
}

/** What work and things cost here. */
interface Prices {
  currency: string;
  hourlyRate: number;
}

export function Hits({ hits, at, job }: { hits: Hit[]; at: Prices; job?: ForJob | undefined }) {
  return (
    <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0, display: 'grid', gap: '3px' }}>
      {hits.map((hit) => (
        <HitLine
          key={[
            hit.where,
            hit.place,
            hit.stockItemId,
            hit.donorId,
            hit.part,
            hit.itemNumber,
            hit.jobId,
            hit.with?.stockItemId,
            hit.with?.itemNumber,
          ].join(' ')}
          hit={hit}
          at={at}
          job={job}
        />
      ))}
    </Box>
  );
}

/** A difference with what it takes: "bore 1.8, yours 1.9: ream it (8 min, 5.33 EUR)". */
function told(difference: Hit['differences'][number], at: Prices): string {
  const { minutes } = difference;
  return minutes === 0
    ? difference.words
    : `${difference.words} (${words.minutes(minutes)}, ${money((minutes * at.hourlyRate) / 60, at.currency)})`;
}

function HitLine({ hit, at, job }: { hit: Hit; at: Prices; job?: ForJob | undefined }) {
  const { currency } = at;
  const [priced, setPriced] = useState(false);
  const there = hit.where === 'seller' ? words.packs(hit.pieces) : words.pieces(hit.pieces);
  return (
    <Box component="li" sx={{ bgcolor: colour.label, px: 1.5, py: 1 }}>
      <Box sx={{ display: 'flex', gap: 1.5, alignItems: 'baseline', flexWrap: 'wrap' }}>
        <Box component="span" sx={{ minWidth: 84, color: colour.inkSoft }}>
          {words.where[hit.where]}
        </Box>
        <Box sx={{ flex: '1 1 180px' }}>
          <strong>{hit.with ? words.both(hit.name, hit.with.name) : hit.name}</strong> · {hit.place}
          {hit.itemNumber && ` ${[hit.itemNumber, hit.with?.itemNumber].filter(Boolean).join(', ')}`}
          {(hit.where === 'shelf' || hit.where === 'seller') && ` · ${there}`}
          {hit.chance < 0.995 && ` · ${words.chance(hit.chance)}`}
          <Box sx={{ fontSize: 14, color: colour.inkSoft }}>
            {hit.differences.length > 0 ? hit.differences.map((d) => told(d, at)).join('; ') : words.dropIn}
            {hit.cautions.length > 0 && `; ${hit.cautions.join('; ')}`}
          </Box>
        </Box>
        <Box sx={{ textAlign: 'right' }}>
          {hit.price !== undefined && (
            <Box component="strong" sx={{ fontFamily: font.figures, fontSize: 18 }}>
              {money(hit.price, currency)}
            </Box>
          )}
          {hit.arrives && (
            <Box sx={{ fontSize: 14 }}>
              {hit.where === 'seller' ? `${texts.get.arrives} ${dayWords(hit.arrives)}` : words.today}
              {hit.comesTo !== undefined &&
                hit.comesTo - (hit.price ?? 0) > 0.005 &&
                ` · ${words.comesTo(money(hit.comesTo, currency))}`}
            </Box>
          )}
        </Box>
        <HitAction hit={hit} job={job} />
        {hit.where === 'seller' && (
          <PlainButton
            aria-expanded={priced}
            onClick={() => setPriced(!priced)}
            sx={{ textDecoration: 'underline', minHeight: 44, px: 1 }}
          >
            {words.prices}
          </PlainButton>
        )}
      </Box>
      {priced && hit.itemNumber && <PricesOf seller={hit.place} item={hit.itemNumber} />}
    </Box>
  );
}

function PricesOf(props: { seller: string; item: string }) {
  const prices = useQuery(pricesQuery(props.seller, props.item));
  return prices.data ? <PriceHistory prices={prices.data} /> : null;
}

/** The one thing that can be done with it now. */
function HitAction({ hit, job }: { hit: Hit; job?: ForJob | undefined }) {
  const queries = useQueryClient();
  const may = useMay('counter');
  const [key, setKey] = useState(newKey);
  const taken = () => {
    setKey(newKey());
    void Promise.all(
      [['find-part'], ['shelf'], ['donors'], ['plan'], ['rack'], ['job']].map((queryKey) =>
        queries.invalidateQueries({ queryKey }),
      ),
    );
  };
  const header = { 'Idempotency-Key': key };
  const forJob = job && { jobId: job.id };
  const fromShelf = useSave(
    (of: { itemId: number; key: string }) =>
      ask(
        api.POST('/api/stores/shelf/{itemId}/move', {
          params: { path: { itemId: of.itemId }, header: { 'Idempotency-Key': of.key } },
          body: { why: 'taken', pieces: 1, ...forJob },
        }),
      ),
    taken,
  );
  const fromDonor = useSave(
    (at: { donorId: number; part: string }) =>
      ask(
        api.POST('/api/stores/donors/{donorId}/parts/{part}', {
          params: { path: at, header },
          body: { broken: false, ...forJob },
        }),
      ),
    taken,
  );
  const look = { minHeight: 44, px: 1.5, bgcolor: colour.goPale, fontWeight: 700 };
  const refused = fromShelf.refused ?? fromDonor.refused;
  if (hit.where === 'book' && hit.modelId !== undefined) {
    return <OpenLink to={`/book/${hit.modelId}`} words={words.openModel} />;
  }
  if (hit.where === 'made' && hit.jobId !== undefined) {
    return <OpenLink to={`/workings/make?job=${hit.jobId}`} words={words.openFiles} />;
  }
  const { stockItemId, donorId, part } = hit;
  const mate = hit.with?.stockItemId;
  const take = async (itemId: number) => {
    const done = await fromShelf.run({ itemId, key });
    if (done && mate !== undefined) await fromShelf.run({ itemId: mate, key: `${key}-mate` });
  };
  const forTray = mate === undefined ? words.takeFor : words.takeBothFor;
  return (
    <>
      {stockItemId !== undefined && hit.pieces > 0 && (
        <PlainButton disabled={!may || fromShelf.busy} onClick={() => void take(stockItemId)} sx={look}>
          {job ? forTray(job.trayNumber) : words.take}
        </PlainButton>
      )}
      {donorId !== undefined && part !== undefined && (
        <PlainButton
          disabled={!may || fromDonor.busy}
          onClick={() => void fromDonor.run({ donorId, part })}
          sx={look}
        >
          {job ? words.takeFor(job.trayNumber) : words.takeOff}
        </PlainButton>
      )}
      {refused && (
        <Box role="alert" sx={{ color: colour.danger, flexBasis: '100%' }}>
          {refused.message}
        </Box>
      )}
    </>
  );
}

function OpenLink(props: { to: string; words: string }) {
  return (
    <Box component={Link} to={props.to} sx={{ color: colour.ink, py: 1.25 }}>
      {props.words}
    </Box>
  );
}
