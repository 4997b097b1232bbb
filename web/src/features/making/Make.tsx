import { Box } from '@mui/material';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { lazy, Suspense, useState } from 'react';
import { useSearchParams } from 'react-router';
import { api, ask, Refused, type Schemas } from '../../api/client';
import { Notice } from '../../parts/Notice';
import { PlainButton } from '../../parts/PlainButton';
import { PlainSelect } from '../../parts/PlainSelect';
import { saveFile } from '../../parts/saveFile';
import { lengthWords, useUnit } from '../../parts/unit';
import { useDraft } from '../../parts/useDraft';
import { texts } from '../../texts';
import { colour, onKraft } from '../../theme';
import { Frame } from '../job/Frame';
import { Field, GearFields, Group, Numbers } from '../workings/GearFields';
import { WorkingsHead } from '../workings/WorkingsHead';
import { AgainstItsMate } from './AgainstItsMate';
import { Casting } from './Casting';
import { Printing } from './Printing';
import { TestPiece } from './TestPiece';
import {
  A_SOLID,
  ACROSS,
  cylindrical,
  FORMS,
  HANDS,
  hasBore,
  hasHub,
  POCKETS,
  SHAPES,
  solidForm,
  solidOf,
  type SolidField,
  type SolidForm,
} from './solidForm';

const View3d = lazy(() => import('./View3d'));
const words = texts.make;
const ALLOWANCES = ['shrink', 'growth', 'closes', 'first', 'backlash'] as const;
const FORMATS = ['stl', '3mf', 'step', 'dxf'] as const;

const file = (format: (typeof FORMATS)[number], body: Schemas['SolidSpec'], signal?: AbortSignal) =>
  ask(
    api.POST(`/api/workings/making/gear.${format}`, {
      body,
      parseAs: 'arrayBuffer',
      ...(signal && { signal }),
    }),
  );

/** Out of balance by less is not worth a line (g mm). */
const UNNOTICED_GMM = 0.005;

/** A binary STL has a head of 84 bytes and 50 for each triangle. */
const trianglesOf = (stl: ArrayBuffer) => (stl.byteLength - 84) / 50;

/** Files that make a gear, drawn so that it comes out right. With a job's number in the address, its gear to begin with. */
export default function Make() {
  const [search] = useSearchParams();
  const job = search.get('job') ?? '';
  const wanted = useQuery({
    queryKey: ['make-job', job],
    queryFn: () => ask(api.GET('/api/making/{jobId}/solid', { params: { path: { jobId: Number(job) } } })),
    enabled: /^\d+$/.test(job),
    staleTime: Infinity,
  });
  const unit = useUnit();
  const [kept, set] = useDraft(`make:${job}`, solidForm);
  const form = kept ?? (wanted.data ? begun(wanted.data) : A_SOLID);
  const typed = solidOf(form, unit);
  const body = typed.spec && { ...typed.spec, title: wanted.data?.title ?? '' };
  const made = useQuery({
    queryKey: ['solid', body],
    queryFn: ({ signal }) =>
      ask(api.POST('/api/workings/making/solid', { body: body as NonNullable<typeof body>, signal })),
    enabled: body !== undefined,
    placeholderData: keepPreviousData,
    staleTime: Infinity,
  });
  const stl = useQuery({
    queryKey: ['stl', body],
    queryFn: ({ signal }) => file('stl', body as NonNullable<typeof body>, signal),
    enabled: body !== undefined,
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    gcTime: 60_000,
  });
  const [failed, setFailed] = useState('');
  const take = async (format: (typeof FORMATS)[number]) => {
    if (!body) return;
    try {
      saveFile(new Blob([await file(format, body)]), `${wanted.data?.name ?? 'gear'}.${format}`);
      setFailed('');
    } catch (refused) {
      if (refused instanceof Refused) setFailed(refused.message);
      else throw refused;
    }
  };
  const refusal = [made.error, stl.error, wanted.error].find((e) => e instanceof Refused);
  const change = (part: Partial<SolidForm>) => set({ ...form, ...part });
  const field = (name: SolidField) => (
    <Field
      label={words.fields[name]}
      value={form[name]}
      set={(value) => change({ [name]: value })}
      message={typed.wrong[name]}
    />
  );
  const isGear = form.form === 'gear';
  const hasPockets = hasHub(form) && form.hub.trim() !== '' && form.hubOut.trim() !== '';
  const has = ACROSS[form.shape];
  // What is changed before the job's own gear has come would be kept as a change of another gear.
  if (!kept && wanted.isLoading) return <Frame mat={<Box sx={{ bgcolor: colour.mat }} />}>{null}</Frame>;
  return (
    <Frame
      mat={
        <Box sx={{ bgcolor: colour.mat, position: 'relative', height: '100%', minHeight: 0 }}>
          {stl.data && (
            <Suspense fallback={null}>
              <View3d stl={stl.data} name={words.forms[form.form]} places={made.data?.places} />
            </Suspense>
          )}
          <Box sx={{ position: 'absolute', left: 14, bottom: 12, color: colour.bone, fontSize: 15 }}>
            {words.turnIt}
          </Box>
        </Box>
      }
    >
      <WorkingsHead page="make" />
      {wanted.data && <Box sx={{ pb: 1 }}>{words.ofJob(wanted.data.title)}</Box>}
      <Box sx={{ display: 'flex', gap: 1, mb: 1 }}>
        <PlainSelect
          label={words.form}
          shown={words.form}
          value={form.form}
          set={(next) => change({ form: next })}
          options={FORMS.map((f) => [f, words.forms[f]] as const)}
        />
        {form.form === 'bevel' && field('cone')}
        {(form.form === 'worm' || form.form === 'wormWheel') && field('worm')}
        {form.form === 'wormWheel' && (
          <>
            {field('starts')}
            <PlainSelect
              label={words.hand}
              shown={words.hand}
              value={form.hand}
              set={(hand) => change({ hand })}
              options={HANDS.map((h) => [h, words.hands[h]] as const)}
            />
          </>
        )}
      </Box>
      {form.form === 'wormWheel' && <Notice look="calm">{words.plainWheel}</Notice>}
      <GearFields
        title={words.teeth[form.form]}
        form={form.gear}
        set={(gear) => change({ gear })}
        wrong={{
          ...typed.gear.wrong,
          ...(form.gear.width.trim() === '' && { width: words.needed }),
        }}
        insideToo={isGear}
        widthToo
      />
      {form.form === 'compound' && (
        <>
          <GearFields
            title={words.upper}
            form={form.upper}
            set={(upper) => change({ upper })}
            wrong={{
              ...typed.upper.wrong,
              ...(form.upper.width.trim() === '' && { width: words.needed }),
            }}
            widthToo
          />
          <Box sx={{ maxWidth: 220, mb: 1 }}>{field('turned')}</Box>
        </>
      )}
      {hasBore(form) && (
        <Group title={words.onShaft}>
          <PlainSelect
            label={words.shape}
            shown={words.shape}
            value={form.shape}
            set={(shape) => change({ shape })}
            options={SHAPES.map((s) => [s, words.shapes[s]] as const)}
          />
          {has.diameter && field('bore')}
          {has.across && field('across')}
          {cylindrical(form) && form.shape !== 'round' && form.shape !== 'none' && field('phase')}
          {hasHub(form) && field('hub')}
          {hasHub(form) && form.hub.trim() !== '' && field('hubOut')}
          {hasPockets && (
            <PlainSelect
              label={words.pockets}
              shown={words.pockets}
              value={form.pockets}
              set={(pockets) => change({ pockets })}
              options={POCKETS.map((n) => [n, words.pocketsOf(Number(n))] as const)}
            />
          )}
          {hasPockets &&
            form.pockets !== '0' &&
            (['screw', 'nutAcross', 'nutThick'] as const).map((name) => <Box key={name}>{field(name)}</Box>)}
        </Group>
      )}
      {hasHub(form) && (
        <Group title={words.web}>
          {field('holes')}
          {form.holes.trim() !== '' && field('hole')}
          {form.holes.trim() !== '' && field('holeCircle')}
        </Group>
      )}
      {hasPockets && form.pockets !== '0' && <Box sx={{ fontSize: 14, pb: 1 }}>{words.drillThem}</Box>}
      <Group title={words.allowances}>
        {(cylindrical(form) ? ALLOWANCES : ALLOWANCES.slice(0, 1)).map((name) => (
          <Box key={name}>{field(name)}</Box>
        ))}
      </Group>
      {isGear && typed.spec && wanted.data?.place && (
        <AgainstItsMate
          gear={typed.spec.gear}
          place={wanted.data.place}
          backlashMm={typed.spec.allowances?.backlashMm ?? 0}
        />
      )}
      {isGear && (
        <TestPiece
          // Over an odd count a caliper reads less than the tip circle; and what is being drawn anew has another size.
          gear={
            made.data?.tipDiameterMm !== undefined &&
            !made.isPlaceholderData &&
            Number(form.gear.teeth) % 2 === 0
              ? { tipMm: made.data.tipDiameterMm }
              : undefined
          }
          take={(growth) =>
            change({
              shrink: rounded(growth.shrinkPercent.value),
              growth: rounded(growth.outsideGrowthMm.value),
              closes: rounded(growth.boreClosesMm.value),
              first: rounded(Math.max(0, growth.firstLayerMm?.value ?? 0)),
            })
          }
        />
      )}
      {(refusal ?? failed) && (
        <Notice look="danger" role="alert">
          {refusal?.message ?? failed}
        </Notice>
      )}
      {made.data && !refusal && (
        <Numbers
          rows={[
            ...(made.data.tipDiameterMm === undefined
              ? []
              : ([[words.drawnTip, lengthWords(made.data.tipDiameterMm, unit)]] as [string, string][])),
            [words.drawnHeight, lengthWords(made.data.heightMm, unit)],
            [words.volume, `${(made.data.volumeMm3 / 1000).toFixed(3)} cm³`],
            ...(made.data.unbalanceGmm < UNNOTICED_GMM
              ? []
              : ([[words.unbalance, words.unbalanceOf(made.data.unbalanceGmm)]] as [string, string][])),
            ...(stl.data ? ([[words.triangles, String(trianglesOf(stl.data))]] as [string, string][]) : []),
          ]}
        />
      )}
      <Printing solid={body} />
      <Casting
        solid={body}
        job={wanted.data && { id: Number(job), name: texts.make.casting.tray(wanted.data.trayNumber) }}
      />
      <Box sx={{ display: 'flex', gap: 1, py: 1.5, flexWrap: 'wrap', alignItems: 'center' }}>
        {FORMATS.filter((format) => format !== 'dxf' || isGear).map((format) => (
          <PlainButton key={format} disabled={!body} onClick={() => void take(format)} sx={onKraft}>
            {words.formats[format]}
          </PlainButton>
        ))}
      </Box>
      <Box sx={{ fontSize: 14, pb: 2 }}>{words.caution}</Box>
    </Frame>
  );
}

/** No finer than a printer repeats itself. */
const rounded = (value: number) => String(Number(value.toFixed(3)));
const typedOut = (value: number | undefined) => (value === undefined ? '' : String(value));

/** A job's gear as it would be typed. */
function begun(wanted: Schemas['JobSolid']): SolidForm {
  const { gear } = wanted;
  return {
    ...A_SOLID,
    gear: {
      system: 'module',
      pitch: typedOut(gear.module),
      teeth: typedOut(gear.toothCount),
      angle: typedOut(gear.pressureAngleDeg),
      helix: gear.helixAngleDeg ? typedOut(gear.helixAngleDeg) : '',
      shift: gear.profileShiftCoefficient ? typedOut(gear.profileShiftCoefficient) : '',
      stub: (gear.addendumCoefficient ?? 1) < 1,
      inside: gear.kind === 'internal',
      width: typedOut(wanted.faceWidthMm),
    },
    shape: wanted.boreMm === undefined ? 'none' : 'round',
    bore: typedOut(wanted.boreMm),
  };
}
