import { Box, TextField } from '@mui/material';
import { useState } from 'react';
import { Key } from '../../parts/Key';
import { texts } from '../../texts';
import { PlainSelect } from '../../parts/PlainSelect';
import { colour } from '../../theme';
import type { Schemas } from '../../api/client';
import { MmField } from './MmField';
import { LETTERS, teethTyped, type HowMarked, type MarkKind, type ToothMap } from './toothMap';
import { PlainButton } from '../../parts/PlainButton';
import { Tick } from '../../parts/Tick';

const KINDS = Object.keys(LETTERS) as MarkKind[];
const FLANKS = Object.keys(texts.look.flanks) as HowMarked['flank'][];
const WHOLE = ['oddColour', 'brittle', 'softened'] as const;
/** What each place can be like. */
const STATES = {
  hub: ['notLooked', 'sound', 'cracked', 'split'],
  bore: ['notLooked', 'sound', 'worn', 'keyWorn', 'melted'],
  web: ['notLooked', 'sound', 'cracked', 'melted'],
} as const;
const PLACES = Object.keys(STATES) as (keyof typeof STATES)[];
/** How much of the tooth's form is worn away, 0 to 1. */
const AMOUNTS = { trace: 0.1, half: 0.5, all: 1 } as const;

/** Kinds of damage of which it is said on which flank, how much, and where across the face. */
const WEAR: ReadonlySet<MarkKind> = new Set(['worn', 'band']);

/** Which gear it is, and what is marked on the chosen teeth. */
export function MapControls(props: {
  map: ToothMap;
  gears: Schemas['Component'][];
  change: (map: ToothMap) => void;
  chosen: number[];
  how: HowMarked;
  setHow: (how: HowMarked) => void;
  mark: (kind: MarkKind) => void;
  clear: () => void;
}) {
  const { map, chosen, how } = props;
  const set = (part: Partial<ToothMap>) => props.change({ ...map, ...part });
  const here = new Set(map.marks.filter((m) => chosen.includes(m.tooth)).map((m) => m.kind));
  return (
    <Box sx={{ display: 'grid', gap: 1.25 }}>
      <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap', alignItems: 'end' }}>
        <TextField
          size="small"
          label={texts.look.which}
          value={map.gear}
          onChange={(event) => set({ gear: event.target.value })}
          sx={{ flex: 1, minWidth: 110 }}
        />
        <PlainSelect
          label={texts.look.part}
          shown={texts.look.part}
          value={props.gears.some((g) => g.code === map.component) ? map.component : ''}
          set={(component) => set({ component })}
          options={[['', texts.look.noPart], ...props.gears.map((g) => [g.code, g.words] as const)]}
          sx={{ width: 138 }}
        />
        <TextField
          size="small"
          label={texts.look.count}
          value={map.toothCount}
          onChange={(event) => {
            const toothCount = teethTyped(event.target.value);
            if (toothCount) set({ toothCount, marks: map.marks.filter((m) => m.tooth <= toothCount) });
          }}
          sx={{ width: 66 }}
          slotProps={{ htmlInput: { inputMode: 'numeric' } }}
        />
        <MmField
          label={texts.look.faceWidth}
          value={map.faceWidthMm}
          set={(mm) => props.change(withWidth(map, 'faceWidthMm', mm))}
        />
        <MmField
          label={texts.look.mateWidth}
          value={map.mateWidthMm}
          set={(mm) => props.change(withWidth(map, 'mateWidthMm', mm))}
        />
      </Box>
      <Box
        role="group"
        aria-label={texts.look.markThese(chosen.length)}
        sx={{ display: 'flex', gap: 0.75, flexWrap: 'wrap', alignItems: 'center' }}
      >
        <strong>{texts.look.chosen(chosen)}</strong>
        {KINDS.map((kind) => (
          <PlainButton
            key={kind}
            aria-pressed={here.has(kind)}
            onClick={() => props.mark(kind)}
            sx={{
              fontSize: 14,
              minHeight: 38,
              px: 1,
              bgcolor: here.has(kind) ? colour.engagedDark : colour.kraft,
              color: here.has(kind) ? colour.white : colour.ink,
            }}
          >
            {texts.look.kinds[kind]}
            <Key>{LETTERS[kind]}</Key>
          </PlainButton>
        ))}
        <PlainButton
          onClick={props.clear}
          sx={{
            fontSize: 14,
            minHeight: 38,
            px: 1,
            border: `1px solid ${colour.kraftDark}`,
          }}
        >
          {texts.look.sound}
          <Key>⌫</Key>
        </PlainButton>
      </Box>
      {WEAR.has(how.kind) && (
        <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap', alignItems: 'end' }}>
          <PlainSelect
            label={texts.look.flank}
            shown={texts.look.flank}
            value={how.flank}
            set={(flank) => props.setHow({ ...how, flank })}
            options={FLANKS.map((flank) => [flank, texts.look.flanks[flank]])}
            sx={{ width: 170 }}
          />
          <PlainSelect
            label={texts.look.amount}
            shown={texts.look.amount}
            value={String(how.amount)}
            set={(amount) => props.setHow({ ...how, amount: Number(amount) })}
            options={(Object.keys(AMOUNTS) as (keyof typeof AMOUNTS)[]).map((amount) => [
              String(AMOUNTS[amount]),
              texts.look.amounts[amount],
            ])}
            sx={{ width: 150 }}
          />
          <MmField
            label={texts.look.bandFrom}
            value={how.band?.fromMm}
            set={(mm) => props.setHow({ ...how, band: band(mm ?? 0, how.band?.toMm) })}
          />
          <MmField
            label={texts.look.bandTo}
            value={how.band?.toMm}
            set={(mm) => props.setHow({ ...how, band: band(how.band?.fromMm ?? 0, mm) })}
          />
        </Box>
      )}
    </Box>
  );
}

/** What the gear is like as a whole; folded away once hub, bore and web have been looked at. */
export function WholeGear(props: { map: ToothMap; change: (map: ToothMap) => void }) {
  const { map } = props;
  const set = (part: Partial<ToothMap>) => props.change({ ...map, ...part });
  const [open, setOpen] = useState(PLACES.some((place) => map[place] === 'notLooked'));
  const said = [
    ...PLACES.map((place) => `${texts.look.places[place]} ${texts.look.states[map[place]]}`),
    ...WHOLE.filter((name) => map[name]).map((name) => texts.look.whole[name]),
  ];
  return (
    <Box component="details" open={open} onToggle={(event) => setOpen(event.currentTarget.open)}>
      <Box component="summary" sx={{ cursor: 'pointer', py: 0.5 }}>
        <strong>{texts.look.asAWhole}</strong> {!open && said.join(', ')}
      </Box>
      <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap', alignItems: 'end' }}>
        {PLACES.map((place) => (
          <PlainSelect
            key={place}
            label={texts.look.places[place]}
            shown={texts.look.places[place]}
            value={map[place]}
            set={(state) => set({ [place]: state })}
            options={STATES[place].map((state) => [state, texts.look.states[state]])}
            sx={{ width: 132 }}
          />
        ))}
        {WHOLE.map((name) => (
          <Tick
            key={name}
            label={texts.look.whole[name]}
            checked={map[name]}
            set={(on) => set({ [name]: on })}
          />
        ))}
      </Box>
    </Box>
  );
}

function withWidth(map: ToothMap, which: 'faceWidthMm' | 'mateWidthMm', mm: number | undefined): ToothMap {
  const next = { ...map };
  if (mm === undefined) delete next[which];
  else next[which] = mm;
  return next;
}

function band(fromMm: number, toMm: number | undefined): HowMarked['band'] {
  return toMm !== undefined && toMm > fromMm ? { fromMm, toMm } : undefined;
}
