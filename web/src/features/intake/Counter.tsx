import { Box } from '@mui/material';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { api, ask, type Schemas } from '../../api/client';
import { momentWords, money } from '../../parts/words';
import { texts } from '../../texts';
import { colour, font } from '../../theme';
import type { IntakeDraft } from './IntakeForm';

/** What is known of the machine while its name is typed, and what a repair will come to. */
export function Counter({ draft }: { draft: IntakeDraft }) {
  const named = draft.kind !== '' && draft.maker.trim() !== '' && draft.model.trim() !== '';
  const query = {
    kind: draft.kind,
    maker: draft.maker,
    model: draft.model,
    serial: draft.serial,
    newPrice: draft.newPrice,
    wouldSpend: draft.wouldSpend,
  };
  const known = useQuery({
    queryKey: ['counter', query],
    queryFn: ({ signal }) => ask(api.GET('/api/intake/counter', { params: { query }, signal })),
    enabled: named,
    placeholderData: keepPreviousData,
  });
  if (!named || !known.data) {
    return <Box sx={{ color: colour.inkSoft }}>{texts.counter.type}</Box>;
  }
  return <KnownMachine known={known.data} />;
}

/** The device book's answer for one machine. */
export function KnownMachine({ known }: { known: Schemas['AtTheCounter'] }) {
  const { recall, estimate } = known;
  return (
    <Box
      component="section"
      aria-label={texts.counter.title}
      aria-live="polite"
      sx={{ display: 'grid', gap: 1.5 }}
    >
      <Box>
        <Box component="h2" sx={{ fontSize: 17, m: 0 }}>
          {recall.seen === 0 ? texts.counter.never : texts.counter.seen(recall.seen)}
        </Box>
        {known.era && <Box>{texts.counter.era(known.era)}</Box>}
        {recall.culprits.map((culprit) => (
          <Box key={culprit.fault} sx={{ mt: 0.5 }}>
            <Box sx={{ display: 'flex', gap: 1, lineHeight: 1.25 }}>
              <span style={{ flex: 1 }}>{culprit.words}</span>
              <Box component="span" sx={{ fontFamily: font.figures, whiteSpace: 'nowrap' }}>
                {texts.counter.of(culprit.times, recall.closed)}
              </Box>
            </Box>
            <Box sx={{ height: 8, bgcolor: colour.kraft }}>
              <Box
                sx={{
                  height: 8,
                  bgcolor: colour.go,
                  width: `${(100 * Math.min(culprit.times, recall.closed)) / Math.max(1, recall.closed)}%`,
                }}
              />
            </Box>
          </Box>
        ))}
        {recall.cures.length > 0 && (
          <Box sx={{ mt: 0.75 }}>
            {texts.counter.cured(recall.cures.map((c) => texts.counter.times(c.words, c.times)).join(', '))}
          </Box>
        )}
        {recall.lastPart && (
          <Box sx={{ mt: 0.5 }}>
            {texts.counter.lastPart(
              recall.lastPart.itemNumber,
              recall.lastPart.seller,
              money(recall.lastPart.total, recall.lastPart.currency),
              momentWords(recall.lastPart.at),
            )}
          </Box>
        )}
        {recall.wayIn && <Box sx={{ mt: 0.5 }}>{texts.counter.wayIn}</Box>}
      </Box>
      <EstimateLine estimate={estimate} currency={known.currency} />
    </Box>
  );
}

/** Worth doing? The range, where it comes from, and what follows. */
export function EstimateLine({ estimate, currency }: { estimate: Schemas['Estimate']; currency: string }) {
  const easy = estimate.verdict === 'easyYes' || estimate.verdict === 'worthDoing';
  return (
    <Box
      sx={{
        bgcolor: easy ? colour.goPale : colour.next,
        borderLeft: `6px solid ${easy ? colour.go : colour.nextEdge}`,
        px: 1.5,
        py: 1,
      }}
    >
      <strong>{texts.counter.verdicts[estimate.verdict]}</strong>
      <Box sx={{ fontFamily: font.figures, fontSize: 20 }}>
        {estimate.low.toFixed(0)}–{estimate.high.toFixed(0)} {currency}
      </Box>
      <Box>
        {texts.counter.likely(money(estimate.likely, currency), estimate.minutes, estimate.parts, currency)}
      </Box>
      <Box sx={{ color: colour.inkSoft }}>
        {texts.counter.basis[estimate.basis](estimate.jobs)}
        {estimate.shareOfNew !== undefined && texts.counter.share(Math.round(100 * estimate.shareOfNew))}
        {'; '}
        {estimate.why}.
      </Box>
    </Box>
  );
}
