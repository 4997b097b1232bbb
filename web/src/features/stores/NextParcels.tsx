import { Box, Button, useMediaQuery } from '@mui/material';
import { keepPreviousData, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { api, ask, newKey, Refused, type Schemas } from '../../api/client';
import { COMES_LATER } from '../../parts/Coming';
import { Notice } from '../../parts/Notice';
import { PlainButton } from '../../parts/PlainButton';
import { useSave } from '../../parts/useSave';
import { dayWords, money } from '../../parts/words';
import { texts } from '../../texts';
import { colour, font, theme } from '../../theme';
import { useMay } from '../shop/useRights';
import { planDoneKey, planQuery } from '../sourcing/queries';
import { ParcelBox, TrayNumber } from './ParcelBox';
import { placed, pieceOf, type Plan } from './plan';

const words = texts.stores;
const QUICK = 1;
const LONG = 8;

/** What to order from whom for everything that is needed; a line can be held or refused, and the rest is planned round it. */
export function NextParcels() {
  const [seconds, setSeconds] = useState(QUICK);
  const plan = useQuery({
    ...planQuery(seconds),
    placeholderData: keepPreviousData,
    // Where there is room, what is on its way stands beside it and need not wait for the sellers.
    ...(useMediaQuery(theme.breakpoints.up('lg')) && { meta: COMES_LATER }),
  });
  if (plan.error instanceof Refused && !plan.data) {
    return (
      <Notice look="danger" role="alert">
        {plan.error.message}
      </Notice>
    );
  }
  return (
    <section aria-label={words.next} aria-busy={plan.isFetching}>
      {/* Beside the heading, where nothing moves when it ends. */}
      <Box
        sx={{ display: 'flex', flexWrap: 'wrap', columnGap: 2, alignItems: 'center', minHeight: 44, mb: 1 }}
      >
        <Box component="h2" sx={{ fontSize: 17, m: 0 }}>
          {words.next}
        </Box>
        {plan.isFetching && <Looking long={seconds === LONG} any={plan.data !== undefined} />}
      </Box>
      {plan.data && <Planned plan={plan.data} longer={() => setSeconds(LONG)} looking={plan.isFetching} />}
    </section>
  );
}

/** How far the search is; it can be ended, and the best so far stays. */
function Looking({ long, any }: { long: boolean; any: boolean }) {
  const queries = useQueryClient();
  const done = useQuery({ queryKey: planDoneKey, queryFn: () => 0, enabled: false, initialData: 0 }).data;
  return (
    <Box sx={{ display: 'flex', gap: 1.5, alignItems: 'center' }}>
      <span role="status">{words.planning} …</span>
      {long && <progress value={done} max={1} aria-label={words.planning} />}
      {long && any && (
        <PlainButton
          onClick={() => void queries.cancelQueries({ queryKey: ['plan'] }, { revert: false })}
          sx={{ minHeight: 44, px: 1.25, textDecoration: 'underline' }}
        >
          {words.enough}
        </PlainButton>
      )}
    </Box>
  );
}

function Planned({ plan, longer, looking }: { plan: Plan; longer: () => void; looking: boolean }) {
  const queries = useQueryClient();
  const may = useMay('bench');
  const [key, setKey] = useState(newKey);
  const again = () => {
    setKey(newKey());
    return Promise.all(
      [['plan'], ['parcels'], ['rack'], ['job']].map((queryKey) => queries.invalidateQueries({ queryKey })),
    );
  };
  const place = useSave(
    () =>
      ask(
        api.POST('/api/sourcing/plan/place', {
          params: { header: { 'Idempotency-Key': key } },
          body: { parcels: placed(plan) },
        }),
      ),
    () => void again(),
  );
  const { orders } = plan;
  if (plan.needs.length === 0) return <Notice look="calm">{words.nothing}</Notice>;
  const saved = orders.landedAlone - orders.landed;
  return (
    <>
      {plan.silent.length > 0 && <Notice look="next">{texts.get.silent(plan.silent.join(', '))}</Notice>}
      {orders.parcels.map((parcel) => (
        <ParcelBox
          key={`${parcel.seller} ${parcel.landed.arrives}`}
          from={parcel.sellerName}
          when={`${texts.get.arrives} ${dayWords(parcel.landed.arrives)}`}
          cost={money(parcel.landed.total, plan.currency)}
        >
          {parcel.lines.flatMap((line) =>
            line.needs.map((need) => (
              <LineOf
                key={`${line.listing.itemNumber} ${need.needId}`}
                plan={plan}
                line={line}
                need={need}
                looking={looking}
              />
            )),
          )}
          <CostStack landed={parcel.landed} />
        </ParcelBox>
      ))}
      {orders.missing.map((missing) => (
        <StaysOpen key={missing.needId} plan={plan} missing={missing} />
      ))}
      {orders.parcels.length > 0 && (
        <Box sx={{ borderTop: `2px solid ${colour.go}`, pt: 1.25, display: 'grid', gap: 0.75 }}>
          <Box>
            {saved > 0.005 && (
              <strong>
                {words.saves(money(saved, plan.currency), money(orders.landedAlone, plan.currency))}{' '}
              </strong>
            )}
            {plan.gap === 0 ? words.best : words.within(plan.gap)}
            {plan.gap > 0.01 && (
              <Button variant="outlined" disabled={looking} onClick={longer} sx={{ ml: 1 }}>
                {words.longer}
              </Button>
            )}
          </Box>
          {plan.whatIfs.map((whatIf) => (
            <Box key={whatIf.what} sx={{ color: colour.inkSoft }}>
              {words.whatIf(
                whatIf.what,
                orders.parcels.find((p) => p.seller === whatIf.seller)?.sellerName ?? '',
                money(Math.abs(whatIf.landed), plan.currency),
                Math.sign(Math.round(whatIf.landed * 100)),
                whatIf.missing,
              )}
            </Box>
          ))}
          <Box>
            <Button
              variant="contained"
              disabled={!may || place.busy || looking}
              onClick={() => void place.run(undefined)}
            >
              {place.busy
                ? texts.saving
                : words.place(orders.parcels.length, money(orders.landed, plan.currency))}
            </Button>
          </Box>
        </Box>
      )}
      {place.refused && (
        <Notice look="danger" role="alert">
          <Box sx={{ flex: 1 }}>{place.refused.message}</Box>
          <Button
            variant="outlined"
            onClick={() => {
              place.clear();
              void again();
            }}
          >
            {words.anew}
          </Button>
        </Notice>
      )}
    </>
  );
}

/** What one tray gets from a line of a parcel, and the two words one can say about it. */
function LineOf(props: {
  plan: Plan;
  line: Schemas['PlannedLine'];
  need: Schemas['ForNeed'];
  /** A plan that stands is not the last word while another is sought. */
  looking: boolean;
}) {
  const queries = useQueryClient();
  const may = useMay('bench');
  const { listing } = props.line;
  const piece = pieceOf(props.plan, props.need.needId, listing);
  const say = useSave(
    (held: boolean | undefined) => {
      const path = { needId: Number(props.need.needId) };
      const at = { seller: listing.seller, itemNumber: listing.itemNumber };
      return ask(
        held === undefined
          ? api.DELETE('/api/sourcing/needs/{needId}/word', { params: { path, query: at } })
          : api.PUT('/api/sourcing/needs/{needId}/word', { params: { path }, body: { ...at, held } }),
      );
    },
    () => void queries.invalidateQueries({ queryKey: ['plan'] }),
  );
  if (!piece) return null;
  return (
    <Box sx={{ display: 'flex', gap: 1.25, alignItems: 'center', py: 0.5, flexWrap: 'wrap' }}>
      <ForWhom need={piece.need} />
      <Box sx={{ flex: 1, minWidth: 200 }}>
        <WhatFor need={piece.need} shelf={piece.shelf} />: {props.need.pieces} × {listing.itemNumber}
        {piece.way?.material && ` · ${piece.way.material}`}
        {props.line.spare > 0 && ` · ${words.spare(props.line.spare)}`}
        <Box sx={{ fontSize: 14, color: colour.inkSoft }}>
          {piece.way?.differences.length
            ? `${piece.way.differences.map((d) => d.words).join('; ')}${minutesOf(piece.way)}`
            : texts.get.dropIn}
        </Box>
      </Box>
      {piece.need && (
        <>
          <PlainButton
            disabled={!may || say.busy || props.looking}
            aria-pressed={piece.held}
            aria-label={words.holdName(piece.need.tray)}
            onClick={() => void say.run(piece.held ? undefined : true)}
            sx={{
              minHeight: 44,
              px: 1,
              bgcolor: piece.held ? colour.measure : 'transparent',
              textDecoration: 'underline',
            }}
          >
            {piece.held ? words.held : words.hold}
          </PlainButton>
          <PlainButton
            disabled={!may || say.busy || props.looking}
            aria-label={words.refuseName(piece.need.tray)}
            onClick={() => void say.run(false)}
            sx={{ minHeight: 44, px: 1, textDecoration: 'underline' }}
          >
            {words.refuse}
          </PlainButton>
        </>
      )}
    </Box>
  );
}

function ForWhom({ need }: { need: Schemas['Need'] | undefined }) {
  return need ? <TrayNumber tray={need.tray} /> : null;
}

/** The machine of a tray, or the thing that should lie on the shelf. */
function WhatFor(props: { need: Schemas['Need'] | undefined; shelf: Schemas['StockItem'] | undefined }) {
  const { need, shelf } = props;
  return need ? (
    <Link to={`/job/${need.jobId}/get`} style={{ color: colour.ink }}>
      {need.machine}
    </Link>
  ) : (
    <Link to="/stores/shelf" style={{ color: colour.ink }}>
      {shelf?.item.name}, {words.shelfJob}
    </Link>
  );
}

function minutesOf(way: Schemas['WayToFill']): string {
  const minutes = way.differences.reduce((sum, d) => sum + d.minutes, 0);
  return minutes > 0 ? `; ${words.minutes(minutes)}` : '';
}

function StaysOpen({ plan, missing }: { plan: Plan; missing: Schemas['Unfilled'] }) {
  const planned = plan.needs.find((n) => n.id === missing.needId);
  const queries = useQueryClient();
  const letGo = useSave(
    async () => {
      for (const word of planned?.need?.words ?? []) {
        await ask(
          api.DELETE('/api/sourcing/needs/{needId}/word', {
            params: {
              path: { needId: Number(missing.needId) },
              query: { seller: word.seller, itemNumber: word.itemNumber },
            },
          }),
        );
      }
    },
    () => void queries.invalidateQueries({ queryKey: ['plan'] }),
  );
  if (!planned) return null;
  return (
    <Notice look="next">
      <ForWhom need={planned.need} />
      <Box sx={{ flex: 1 }}>
        <WhatFor need={planned.need} shelf={planned.shelf} />
        {planned.need && `, ${planned.wanted}`}: {words.why[missing.why]}
        {missing.earliest && ` ${words.earliest(dayWords(missing.earliest))}`}
      </Box>
      {planned.need && planned.need.words.length > 0 && (
        <Button variant="outlined" disabled={letGo.busy} onClick={() => void letGo.run(undefined)}>
          {words.letGo}
        </Button>
      )}
    </Notice>
  );
}

/** What a parcel's price is made of, each part as long as it is dear. */
function CostStack({ landed }: { landed: Schemas['LandedCost'] }) {
  const parts: [string, number, string][] = [
    [texts.get.goods, landed.goods, colour.go],
    [texts.get.postage, landed.postage, colour.engaged],
    [texts.get.duty, landed.duty, colour.inkSoft],
    [texts.get.tax, landed.tax, colour.ink],
    [texts.get.handling, landed.handling, colour.kraftDark],
  ];
  const shown = parts.filter(([, amount]) => amount > 0);
  return (
    <Box sx={{ mt: 0.5 }}>
      <Box aria-hidden sx={{ display: 'flex', height: 8 }}>
        {shown.map(([name, amount, tint]) => (
          <Box
            key={name}
            sx={{ flexGrow: amount, flexBasis: 0, bgcolor: tint, borderRight: `2px solid ${colour.kraft}` }}
          />
        ))}
      </Box>
      <Box sx={{ fontSize: 13.5, fontFamily: font.figures }}>
        {shown.map(([name, amount]) => `${name} ${amount.toFixed(2)}`).join(' + ')}
      </Box>
    </Box>
  );
}
