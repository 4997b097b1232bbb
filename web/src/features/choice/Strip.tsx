import { Box } from '@mui/material';
import type { ReactNode } from 'react';
import type { Schemas } from '../../api/client';
import { money } from '../../parts/words';
import { texts } from '../../texts';
import { colour, font } from '../../theme';

export type Option = Schemas['Option'];

const percent = (share: number) => Math.round(100 * share);

/** One way: what it means here, whether it lasts, what it costs, how long it takes. */
export function Strip(props: {
  option: Option;
  currency: string;
  /** What the dearest of all costs: the stacks are to one scale. */
  dearest: number;
  picked: boolean;
  pick: () => void;
  look: (at: boolean) => void;
  children?: ReactNode;
}) {
  const { option, picked } = props;
  return (
    <Box
      onMouseEnter={() => props.look(true)}
      onMouseLeave={() => props.look(false)}
      sx={{
        bgcolor: picked ? colour.goPale : colour.kraftPale,
        borderLeft: `6px solid ${picked ? colour.go : colour.kraftMid}`,
        '&:focus-within': { outline: `3px solid ${colour.nextEdge}` },
      }}
    >
      <Box
        component="label"
        sx={{
          display: 'grid',
          gridTemplateColumns: 'minmax(0, 1fr) 128px 116px 62px',
          gap: 1.5,
          alignItems: 'center',
          px: 1.25,
          py: 0.75,
          minHeight: 56,
          cursor: 'pointer',
          '@media (max-width: 620px)': {
            gridTemplateColumns: '1fr 1fr auto',
            '& > .say': { gridColumn: '1 / -1' },
          },
        }}
      >
        <Box className="say" sx={{ fontWeight: picked ? 700 : 600, lineHeight: 1.25 }}>
          <input
            type="radio"
            name="way"
            checked={picked}
            onChange={props.pick}
            style={{ position: 'absolute', opacity: 0, width: 1, height: 1 }}
          />
          {option.say}
        </Box>
        <ChanceBar chance={option.chance} />
        <CostStack option={option} currency={props.currency} dearest={props.dearest} />
        <Box sx={{ fontFamily: font.figures, fontSize: 15, textAlign: 'right' }}>
          {texts.choose.days(option.days)}
        </Box>
      </Box>
      {picked && <Box sx={{ px: 1.25, pb: 1 }}>{props.children}</Box>}
    </Box>
  );
}

/** Where nine of ten lie, and the likeliest as an upright line. */
function ChanceBar({ chance }: { chance: Option['chance'] }) {
  const words = texts.choose;
  return (
    <Box>
      <Box sx={{ fontSize: 14, lineHeight: 1.3 }}>{words.lasts(percent(chance.likely))}</Box>
      <svg
        width="100%"
        height="12"
        viewBox="0 0 100 12"
        preserveAspectRatio="none"
        role="img"
        aria-label={words.band(percent(chance.low), percent(chance.high))}
      >
        <rect width="100" height="12" fill={colour.white} />
        <rect y="3" width={100 * chance.likely} height="6" fill={colour.goSoft} />
        <rect
          x={100 * chance.low}
          y="5"
          width={Math.max(1, 100 * (chance.high - chance.low))}
          height="2"
          fill={colour.ink}
        />
        <rect x={Math.min(98, 100 * chance.likely - 1)} width="2" height="12" fill={colour.ink} />
      </svg>
    </Box>
  );
}

const STACK = [
  ['parts', colour.engaged],
  ['labour', colour.kraftDark],
  ['again', colour.nextEdge],
] as const;

/** Parts, work and the share of doing it again, on one another. */
function CostStack({ option, currency, dearest }: { option: Option; currency: string; dearest: number }) {
  const scale = 100 / Math.max(dearest, 0.01);
  const before = { parts: 0, labour: option.parts, again: option.parts + option.labour };
  return (
    <Box>
      <Box sx={{ fontFamily: font.figures, fontSize: 15, lineHeight: 1.25 }}>
        {money(option.expectedCost, currency)}
      </Box>
      <svg
        width="100%"
        height="12"
        viewBox="0 0 100 12"
        preserveAspectRatio="none"
        role="img"
        aria-label={texts.choose.costs(
          money(option.parts, currency),
          money(option.labour, currency),
          money(option.again, currency),
        )}
      >
        <rect width="100" height="12" fill={colour.white} />
        {STACK.map(([part, fill]) => (
          <rect
            key={part}
            x={before[part] * scale}
            y="2"
            width={option[part] * scale}
            height="8"
            fill={fill}
          />
        ))}
      </svg>
    </Box>
  );
}

/** Why, what it costs in its parts, and what to mind. */
export function StripDetail({ option, currency }: { option: Option; currency: string }) {
  const words = texts.choose;
  const facts = [
    words.weakest(option.weakest.part, percent(option.weakest.share)),
    ...(option.weakest.overJam === undefined ? [] : [words.overJam(option.weakest.overJam.toFixed(1))]),
    words.costs(money(option.parts, currency), money(option.labour, currency), money(option.again, currency)),
    words.minutes(option.minutes),
    ...(Math.abs(option.noiseDb) >= 1 ? [words.louder(Math.round(option.noiseDb))] : []),
    ...(Math.abs(option.mateWear - 1) >= 0.15 ? [words.wears(option.mateWear.toFixed(1))] : []),
    ...(option.undoable ? [] : [words.notUndone]),
  ];
  return (
    <Box sx={{ fontSize: 14, lineHeight: 1.4 }}>
      {option.reasons.map((reason) => (
        <Box key={reason}>{reason}.</Box>
      ))}
      {option.work.length > 0 && (
        <Box component="ol" aria-label={words.atTheBench} sx={{ my: 0.5, pl: 2.5 }}>
          {option.work.map((step) => (
            <li key={step.say}>
              {step.say}
              {step.minutes > 0 && ` (${words.min(Math.round(step.minutes))})`}
            </li>
          ))}
        </Box>
      )}
      <Box>{facts.join(' · ')}</Box>
      {option.cautions.map((caution) => (
        <Box key={caution} sx={{ borderLeft: `4px solid ${colour.nextEdge}`, pl: 1, mt: 0.5 }}>
          {caution}
        </Box>
      ))}
    </Box>
  );
}
