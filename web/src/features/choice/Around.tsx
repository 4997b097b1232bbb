import { Box } from '@mui/material';
import type { Schemas } from '../../api/client';
import { NumberField } from '../../parts/NumberField';
import { PlainSelect } from '../../parts/PlainSelect';
import { Tick } from '../../parts/Tick';
import { texts } from '../../texts';
import { WithSpare } from './WithSpare';

export type Circumstances = Schemas['Circumstances'];

const words = texts.choose;

type Open =
  | 'shaftMm'
  | 'axialRoomMm'
  | 'hubOutMm'
  | 'workingArcDeg'
  | 'donorAgeYears'
  | 'motorTorqueNmm'
  | 'jamTorqueNmm'
  | 'hoursRun';

/** What has to be known around the gear besides the gear itself. */
export function Around(props: {
  value: Circumstances;
  materials: Schemas['MaterialView'][];
  change: (value: Circumstances) => void;
}) {
  const { value, change } = props;
  const materials = props.materials.map((m) => [m.code, m.words] as const);
  const open = (field: Open) => (
    <NumberField
      label={words.fields[field]}
      value={value[field]}
      set={(number) => {
        const next = { ...value };
        if (number === undefined) delete next[field];
        else next[field] = number;
        change(next);
      }}
    />
  );
  const always = (field: 'temperatureC' | 'ageYears' | 'sisters' | 'nozzleMm') => (
    <NumberField
      label={words.fields[field]}
      value={value[field]}
      set={(number) => number !== undefined && change({ ...value, [field]: number })}
    />
  );
  const priced = (what: 'original' | 'assembly') => {
    const set = (part: Partial<Schemas['Priced']>) => {
      const next = { ...value };
      const price = { price: 0, days: 7, ...value[what], ...part };
      if (part.price === undefined && 'price' in part) delete next[what];
      else next[what] = price;
      change(next);
    };
    return (
      <>
        <NumberField
          label={words.fields[`${what}Price`]}
          value={value[what]?.price}
          set={(price) => set({ price } as Partial<Schemas['Priced']>)}
        />
        <NumberField
          label={words.fields[`${what}Days`]}
          value={value[what]?.days}
          set={(days) => value[what] && days !== undefined && set({ days: Math.round(days) })}
        />
      </>
    );
  };
  const tick = (field: 'driven' | 'keyed' | 'inStep' | 'meantToFail' | 'goodOneAtHand') => (
    <Tick label={words[field]} checked={value[field]} set={(on) => change({ ...value, [field]: on })} />
  );
  return (
    <Box sx={{ display: 'grid', gap: 1 }}>
      <Box sx={{ display: 'grid', gap: 1, gridTemplateColumns: 'repeat(auto-fill, minmax(148px, 1fr))' }}>
        {(['material', 'mateMaterial'] as const).map((field) => (
          <PlainSelect
            key={field}
            label={words.fields[field]}
            shown={words.fields[field]}
            value={value[field]}
            set={(code) => change({ ...value, [field]: code })}
            options={materials}
          />
        ))}
        {always('ageYears')}
        {always('temperatureC')}
        {open('shaftMm')}
        {open('axialRoomMm')}
        <PlainSelect
          label={words.hubAlike}
          shown={words.hubAlike}
          value={value.hubAlike === undefined ? '' : value.hubAlike ? 'yes' : 'no'}
          set={(answer) => {
            const next = { ...value };
            if (answer === '') delete next.hubAlike;
            else next.hubAlike = answer === 'yes';
            change(next);
          }}
          options={(['', 'yes', 'no'] as const).map((a) => [a, words.hubAlikeOptions[a]] as const)}
        />
        {open('hubOutMm')}
        {open('workingArcDeg')}
        {open('donorAgeYears')}
        {priced('original')}
        {priced('assembly')}
        {always('sisters')}
        {open('motorTorqueNmm')}
        {open('jamTorqueNmm')}
        {open('hoursRun')}
        {always('nozzleMm')}
      </Box>
      {value.original && (
        <WithSpare value={value.withOriginal} change={(withOriginal) => change({ ...value, withOriginal })} />
      )}
      <Box sx={{ display: 'flex', columnGap: 2, flexWrap: 'wrap' }}>
        {tick('driven')}
        {tick('keyed')}
        {tick('inStep')}
        {tick('meantToFail')}
        {tick('goodOneAtHand')}
      </Box>
    </Box>
  );
}
