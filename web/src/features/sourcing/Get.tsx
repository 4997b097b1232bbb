import { Box, Button, TextField } from '@mui/material';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { z } from 'zod';
import { api, ask, Refused, type Schemas } from '../../api/client';
import { COMES_LATER } from '../../parts/Coming';
import { Key } from '../../parts/Key';
import { Notice } from '../../parts/Notice';
import { useDraft } from '../../parts/useDraft';
import { useKeys } from '../../parts/useKeys';
import { useSave } from '../../parts/useSave';
import { dayWords, money } from '../../parts/words';
import { texts } from '../../texts';
import { colour, font } from '../../theme';
import { Decisions } from '../choice/Decisions';
import { InTheShop } from './InTheShop';
import { Together } from './Together';
import { ToMakeItFit } from './ToMakeItFit';
import type { Step } from '../job/StepTeeth';
import { useRefreshJob } from '../job/useRefreshJob';

type Offer = Schemas['Offer'];
const SHOWN = 6;

const ordering = z.object({ pieces: z.string(), item: z.string(), reason: z.string() });

function idOf(offer: Offer): string {
  return `${offer.match.offer.seller} ${offer.match.offer.itemNumber}`;
}

/** Step 7: matching gears with what they cost on the bench; one is ordered, with the reason. */
export function Get({ job, go }: { job: Schemas['Job']; go: (to: Step) => void }) {
  const refresh = useRefreshJob(job.id, 'choose', 'get');
  const [draft, setDraft, about] = useDraft(`order:${job.id}`, ordering);
  const [all, setAll] = useState(false);
  const now = draft ?? { pieces: '1', item: '', reason: '' };
  const pieces = Number(now.pieces);
  const offers = useQuery({
    // Not under the job: a save of something else asks no seller again.
    queryKey: ['offers', job.id, now.pieces, job.gearVersion],
    queryFn: ({ signal }) =>
      ask(
        api.GET('/api/sourcing/{jobId}/offers', {
          params: { path: { jobId: job.id }, query: { pieces } },
          signal,
        }),
      ),
    enabled: Number.isInteger(pieces) && pieces > 0,
    meta: COMES_LATER,
    // What sellers said holds for a while; the order itself asks anew.
    staleTime: 5 * 60_000,
    placeholderData: keepPreviousData,
  });
  const picked = offers.data?.offers.find((o) => idOf(o) === now.item);
  const order = useSave(
    (offer: Offer, key) =>
      ask(
        api.POST('/api/choice/{jobId}', {
          params: { path: { jobId: job.id }, header: { 'Idempotency-Key': key } },
          body: {
            version: job.version,
            way: 'buy',
            reason: now.reason,
            order: {
              seller: offer.match.offer.seller,
              itemNumber: offer.match.offer.itemNumber,
              pieces,
              seenPrice: offer.match.offer.packPrice,
            },
          },
        }),
      ),
    refresh,
    about,
  );
  const buy = () => {
    if (picked?.landed.enoughInStock) void order.run(picked);
  };
  useKeys({ 'Alt+Enter': buy });
  if (offers.error instanceof Refused && !offers.data) {
    return (
      <>
        <InTheShop job={job} />
        <Notice look="next">
          <Box sx={{ flex: 1 }}>{offers.error.message}</Box>
          <Button variant="contained" onClick={() => go('read')}>
            {texts.read.title}
          </Button>
        </Notice>
      </>
    );
  }
  const shown = all ? (offers.data?.offers ?? []) : (offers.data?.offers.slice(0, SHOWN) ?? []);
  const rest = (offers.data?.offers.length ?? 0) - shown.length;
  return (
    <>
      <Decisions jobId={job.id} />
      <InTheShop job={job} />
      <Together job={job} pieces={pieces} />
      <Box component={Link} to={`/workings/make?job=${job.id}`} sx={{ color: colour.ink, py: 1.25 }}>
        {texts.make.toMake}
      </Box>
      <Box sx={{ display: 'flex', gap: 2, alignItems: 'center', my: 1.25 }}>
        <Box component="h2" sx={{ fontSize: 17, m: 0, flex: 1 }}>
          {texts.get.title}: {offers.data?.wanted}
        </Box>
        <TextField
          size="small"
          label={texts.get.pieces}
          value={now.pieces}
          onChange={(event) =>
            setDraft({ ...now, pieces: event.target.value.replace(/\D/g, '').slice(0, 5) })
          }
          slotProps={{ htmlInput: { inputMode: 'numeric', style: { fontFamily: font.figures } } }}
          sx={{ width: 120 }}
        />
      </Box>
      {offers.isFetching && !offers.data && <Box role="status">{texts.get.asking} …</Box>}
      {offers.data && offers.data.silent.length > 0 && (
        <Notice look="next">{texts.get.silent(offers.data.silent.join(', '))}</Notice>
      )}
      {offers.data?.offers.length === 0 && <Notice look="next">{texts.get.none}</Notice>}
      <Box role="radiogroup" aria-label={texts.get.title} aria-busy={offers.isFetching}>
        {shown.map((offer) => (
          <OfferRow
            key={idOf(offer)}
            offer={offer}
            picked={idOf(offer) === now.item}
            pick={() => setDraft({ ...now, item: idOf(offer) })}
          />
        ))}
      </Box>
      {rest > 0 && (
        <Button variant="outlined" sx={{ mt: 1 }} onClick={() => setAll(true)}>
          {texts.get.more(rest)}
        </Button>
      )}
      {picked && (
        <Box
          sx={{
            display: 'grid',
            gap: 1,
            mt: 1.5,
            position: 'sticky',
            bottom: -1,
            mb: -2,
            bgcolor: colour.paper,
            borderTop: `2px solid ${colour.go}`,
            py: 1.25,
          }}
        >
          <ToMakeItFit jobId={job.id} item={picked.match.offer} />
          <TextField
            size="small"
            label={texts.get.why}
            value={now.reason}
            onChange={(event) => setDraft({ ...now, reason: event.target.value })}
            error={order.refused?.of('reason') !== undefined}
            helperText={order.refused?.of('reason')}
          />
          <Box sx={{ display: 'flex', alignItems: 'center' }}>
            <Button variant="contained" disabled={order.busy || !picked.landed.enoughInStock} onClick={buy}>
              {order.busy
                ? texts.saving
                : picked.landed.enoughInStock
                  ? texts.get.order(
                      money(picked.landed.total, picked.landed.currency),
                      dayWords(picked.landed.arrives),
                    )
                  : texts.get.outOfStock}
            </Button>
            <Key>Alt+Enter</Key>
          </Box>
          {order.refused && order.refused.of('reason') === undefined && (
            <Notice look="danger" role="alert">
              {order.refused.message}
            </Notice>
          )}
        </Box>
      )}
    </>
  );
}

function OfferRow({ offer, picked, pick }: { offer: Offer; picked: boolean; pick: () => void }) {
  const { match, landed, seller } = offer;
  const item = match.offer;
  const parts: [string, number][] = [
    [texts.get.goods, landed.goods],
    [texts.get.postage, landed.postage],
    [texts.get.duty, landed.duty],
    [texts.get.tax, landed.tax],
    [texts.get.handling, landed.handling],
  ];
  return (
    <Box
      component="label"
      sx={{
        display: 'grid',
        gridTemplateColumns: '44px minmax(0, 1fr) 150px',
        columnGap: 1.5,
        px: 1,
        py: 1,
        cursor: 'pointer',
        borderBottom: `1px solid ${colour.line}`,
        bgcolor: picked ? colour.white : 'transparent',
        outline: picked ? `2px solid ${colour.go}` : 'none',
        '&:focus-within': { outline: `3px solid ${colour.nextEdge}` },
      }}
    >
      <input
        type="radio"
        name="offer"
        checked={picked}
        onChange={pick}
        style={{ position: 'absolute', opacity: 0, width: 1, height: 1 }}
      />
      <Box>
        <Box sx={{ fontFamily: font.figures, fontWeight: 700, fontSize: 17 }}>
          {Math.round(100 * match.fit)}
        </Box>
        <Box sx={{ fontSize: 13, color: colour.inkSoft }}>{texts.get.fit}</Box>
      </Box>
      <Box sx={{ minWidth: 0 }}>
        <Box>
          <strong>{seller.name}</strong> {item.itemNumber} · {item.material} · {texts.read.bore} {item.boreMm}{' '}
          · {texts.read.width} {item.faceWidthMm} · {texts.get.packs(landed.packs, item.packSize)}
        </Box>
        {match.differences.length === 0 && (
          <Box sx={{ color: colour.go, fontWeight: 600, fontSize: 14 }}>{texts.get.dropIn}</Box>
        )}
        {match.differences.map((difference) => (
          <Box
            key={difference.words}
            sx={{
              fontSize: 14,
              color:
                difference.weight === 'risk'
                  ? colour.danger
                  : difference.weight === 'benchWork'
                    ? colour.engagedDark
                    : colour.inkSoft,
            }}
          >
            {difference.weight === 'risk' ? '▲ ' : difference.weight === 'benchWork' ? '◆ ' : '· '}
            {difference.words}
          </Box>
        ))}
        <Box sx={{ fontSize: 13.5, color: colour.inkSoft }}>
          {parts
            .filter(([, amount]) => amount > 0)
            .map(([label, amount]) => `${label} ${amount.toFixed(2)}`)
            .join(' + ')}
          {landed.exchangeRate !== 1 &&
            ` · ${texts.get.rate(seller.currency, landed.exchangeRate, landed.exchangeRateDate)}`}
        </Box>
      </Box>
      <Box sx={{ textAlign: 'right' }}>
        <Box sx={{ fontFamily: font.figures, fontWeight: 700, fontSize: 18 }}>
          {money(landed.total, landed.currency)}
        </Box>
        <Box sx={{ fontSize: 13.5 }}>
          {texts.get.arrives} {dayWords(landed.arrives)}
        </Box>
        {!landed.enoughInStock && (
          <Box sx={{ fontSize: 13.5, color: colour.danger, fontWeight: 600 }}>{texts.get.outOfStock}</Box>
        )}
      </Box>
    </Box>
  );
}
