import { api, ask } from '../../api/client';
import { useGearDrawing } from '../../mat/useGearDrawing';
import { texts } from '../../texts';
import { colour } from '../../theme';
import { figure, Figures, type Typed } from './Figures';

const words = texts.workingsPage.figures.strength;

/** A tooth bent by its load, after Lewis. */
export default function Strength() {
  return (
    <Figures
      page="strength"
      fields={{
        module: { sort: 'number', start: '0.6' },
        teeth: { sort: 'number', start: '12' },
        width: { sort: 'mm', start: '6.3' },
        torque: { sort: 'number', start: '64.79' },
        shocks: { sort: 'number', start: '1' },
        from: {
          sort: [
            ['outline', words.from.outline],
            ['table', words.from.table],
          ],
          start: 'outline',
        },
        shift: { sort: 'number', start: '0.3' },
        material: { sort: 'material', start: 'POM-C' },
        temperature: { sort: 'number', start: '40' },
      }}
      call={(typed, signal) =>
        ask(
          api.POST('/api/workings/strength', {
            body: {
              module: typed.number('module'),
              toothCount: typed.number('teeth'),
              faceWidthMm: typed.number('width'),
              torqueNmm: typed.number('torque'),
              dynamicFactor: typed.number('shocks'),
              formFactorFrom: typed.code('from') as 'table' | 'outline',
              ...(typed.code('from') === 'outline' && { profileShiftCoefficient: typed.number('shift') }),
              material: typed.code('material'),
              temperatureC: typed.number('temperature'),
            },
            signal,
          }),
        )
      }
      says={(tooth) => tooth.strengthOverStress !== undefined && words.bears(tooth.strengthOverStress)}
      rows={(tooth) => [
        [words.rows.factor, figure(tooth.formFactor, '')],
        [words.rows.force, figure(tooth.tangentialForceN, 'N')],
        [words.rows.stress, figure(tooth.bendingStressMpa, 'MPa')],
        ...(tooth.strengthMpa === undefined
          ? []
          : ([[words.rows.strength, figure(tooth.strengthMpa, 'MPa')]] as [string, string][])),
      ]}
      extentMm={(typed) => typed.number('module') * (typed.number('teeth') + 3)}
      draw={(typed, tooth, pen) => (
        <Tooth typed={typed} share={1 / (tooth.strengthOverStress ?? Infinity)} pen={pen} />
      )}
    />
  );
}

/** The gear, and the force on its upper tooth: the longer, the nearer to what it bears. */
function Tooth({ typed, share, pen }: { typed: Typed; share: number; pen: number }) {
  const module = typed.number('module');
  const drawing = useGearDrawing({
    module,
    toothCount: Math.round(typed.number('teeth')),
    profileShiftCoefficient: typed.code('from') === 'outline' ? typed.number('shift') : 0,
  });
  if (!drawing) return null;
  const top = -drawing.tipDiameterMm / 2 + 0.3 * module;
  const long = drawing.tipDiameterMm * Math.min(0.6, 0.1 + 0.4 * share);
  const head = 8 * pen;
  return (
    <>
      <path
        d={drawing.path}
        fill={share > 1 ? colour.warm : colour.bone}
        stroke={colour.ink}
        strokeWidth={pen}
      />
      <path
        d={`M${0.6 * module + long} ${top}H${0.6 * module}l${head} ${-head / 2}v${head}l${-head} ${-head / 2}`}
        fill={colour.nextEdge}
        stroke={colour.nextEdge}
        strokeWidth={3 * pen}
      />
    </>
  );
}
