import { Box, Button } from '@mui/material';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { api, ask, type Schemas } from '../../api/client';
import { NumberField } from '../../parts/NumberField';
import { PlainButton } from '../../parts/PlainButton';
import { useSave } from '../../parts/useSave';
import { dayWords, money } from '../../parts/words';
import { texts } from '../../texts';
import { colour } from '../../theme';
import { rackQuery } from '../job/queries';
import { useMay } from '../shop/useRights';
import { parcelsQuery } from '../sourcing/queries';
import { CheckArrival } from './CheckArrival';
import { ParcelBox, TrayNumber } from './ParcelBox';

const words = texts.stores;
type Order = Schemas['Order'];
type Line = Order['lines'][number];
type Outcome = Line['outcome'];

/** Parcels that a seller has yet to confirm or to deliver; what comes of each line is said here. */
export function OnTheWay() {
  const parcels = useQuery(parcelsQuery);
  return (
    <section aria-label={words.onTheWay}>
      <Box component="h2" sx={{ fontSize: 17, m: 0, mb: 1, lineHeight: '44px' }}>
        {words.onTheWay}
      </Box>
      {parcels.data?.length === 0 && <Box>{words.nothingComes}</Box>}
      {parcels.data?.map((order) => (
        <ParcelBox
          key={order.id}
          from={order.sellerName || order.seller}
          when={
            order.state === 'waiting'
              ? words.notConfirmed
              : order.arrivesOn && `${texts.get.arrives} ${dayWords(order.arrivesOn)}`
          }
          cost={order.total !== undefined && order.currency ? money(order.total, order.currency) : ''}
        >
          {order.lines.map((line, position) => (
            <LineOnTheWay
              key={`${order.id} ${line.jobId ?? line.stockItemId} ${line.itemNumber}`}
              order={order}
              line={line}
              position={position}
            />
          ))}
          {order.state === 'waiting' && <TakeBack order={order} />}
          {order.state === 'ordered' && <AskSeller order={order} />}
        </ParcelBox>
      ))}
    </section>
  );
}

/** What changes with a parcel: parcels, plans, trays. */
function useRefreshParcels() {
  const queries = useQueryClient();
  return () =>
    void Promise.all(
      [['parcels'], ['plan'], ['rack'], ['job'], ['shelf']].map((queryKey) =>
        queries.invalidateQueries({ queryKey }),
      ),
    );
}

function LineOnTheWay({ order, line, position }: { order: Order; line: Line; position: number }) {
  const rack = useQuery(rackQuery);
  const may = useMay('counter');
  const refresh = useRefreshParcels();
  const [part, setPart] = useState<number>();
  const [asking, setAsking] = useState(false);
  const [measuring, setMeasuring] = useState(false);
  const tray = rack.data?.flatMap((shelf) => shelf.trays).find((t) => t.id === line.jobId);
  const save = useSave(
    (said: { outcome: Outcome; pieces: number }) =>
      ask(
        api.POST('/api/sourcing/parcels/{orderId}/lines/{position}', {
          params: { path: { orderId: order.id, position } },
          body: said,
        }),
      ),
    () => {
      setPart(undefined);
      setAsking(false);
      refresh();
    },
  );
  const say = (outcome: Outcome) => {
    if (outcome === 'partly' && !asking) setAsking(true);
    else void save.run({ outcome, pieces: part ?? 0 });
  };
  return (
    <Box sx={{ py: 0.5 }}>
      <Box sx={{ display: 'flex', gap: 1.25, alignItems: 'center' }}>
        {tray && <TrayNumber tray={tray.trayNumber} />}
        <Box sx={{ flex: 1 }}>
          {line.jobId === undefined ? (
            <Link to="/stores/shelf" style={{ color: colour.ink }}>
              {words.shelfJob}
            </Link>
          ) : (
            <Link to={`/job/${line.jobId}/get`} style={{ color: colour.ink }}>
              {tray?.machine ?? words.job}
            </Link>
          )}
          : {line.pieces} × {line.itemNumber}
          {line.material && ` · ${line.material}`}
        </Box>
        <strong>
          {line.outcome === 'partly' ? words.of(line.came, line.pieces) : words.outcome[line.outcome]}
        </strong>
      </Box>
      {order.state === 'ordered' && (
        <Box sx={{ display: 'flex', gap: 0.5, flexWrap: 'wrap', alignItems: 'center' }}>
          {line.next
            .filter((next) => next !== 'partly' || line.pieces > 1)
            .map((next) => (
              <PlainButton
                key={next}
                disabled={!may || save.busy}
                onClick={() => say(next)}
                sx={{
                  minHeight: 44,
                  px: 1.25,
                  bgcolor: next === 'here' ? colour.goPale : 'transparent',
                  border: `1px solid ${colour.line}`,
                  fontWeight: next === 'here' ? 700 : 400,
                }}
              >
                {words.say[next]}
              </PlainButton>
            ))}
          {line.outcome !== 'returned' && (
            <PlainButton
              aria-expanded={measuring}
              onClick={() => setMeasuring(!measuring)}
              sx={{ minHeight: 44, px: 1.25, textDecoration: 'underline' }}
            >
              {words.check.open}
            </PlainButton>
          )}
          {asking && <NumberField label={words.howMany} value={part} set={setPart} whole />}
        </Box>
      )}
      {measuring && <CheckArrival orderId={order.id} position={position} />}
      {save.refused && (
        <Box role="alert" sx={{ color: colour.danger, fontSize: 14 }}>
          {save.refused.message}
        </Box>
      )}
    </Box>
  );
}

/** How the seller says it stands: what is sold out is open again, what is sent stands in the job's journal. */
function AskSeller({ order }: { order: Order }) {
  const refresh = useRefreshParcels();
  const may = useMay('bench');
  const save = useSave(
    () => ask(api.POST('/api/sourcing/parcels/{orderId}/ask', { params: { path: { orderId: order.id } } })),
    refresh,
  );
  return (
    <>
      <PlainButton
        disabled={!may || save.busy}
        onClick={() => void save.run(undefined)}
        sx={{ minHeight: 44, px: 1.25, textDecoration: 'underline' }}
      >
        {save.busy ? texts.saving : words.askSeller}
      </PlainButton>
      {save.refused && (
        <Box role="alert" sx={{ color: colour.danger, fontSize: 14 }}>
          {save.refused.message}
        </Box>
      )}
    </>
  );
}

function TakeBack({ order }: { order: Order }) {
  const refresh = useRefreshParcels();
  const may = useMay('bench');
  const save = useSave(
    () =>
      ask(api.POST('/api/sourcing/parcels/{orderId}/withdraw', { params: { path: { orderId: order.id } } })),
    refresh,
  );
  return (
    <>
      <Box sx={{ fontSize: 14 }}>{words.tries(order.tries)}</Box>
      <Button variant="outlined" disabled={!may || save.busy} onClick={() => void save.run(undefined)}>
        {save.busy ? texts.saving : texts.choose.withdraw}
      </Button>
      {save.refused && (
        <Box role="alert" sx={{ color: colour.danger, fontSize: 14 }}>
          {save.refused.message}
        </Box>
      )}
    </>
  );
}
