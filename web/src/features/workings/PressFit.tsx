import { api, ask } from '../../api/client';
import { texts } from '../../texts';
import { colour } from '../../theme';
import { figure, Figures, Told } from './Figures';

const words = texts.workingsPage.figures.press;
/** The drawing shows the interference this many times larger. */
const LARGER = 20;

/** A ring pressed on a shaft: what it bears now and after years, and what the press has to give. */
export default function PressFit() {
  return (
    <Figures
      page="press"
      fields={{
        outer: { sort: 'mm', start: '4.4' },
        ring: { sort: 'material', start: 'POM-H' },
        diameter: { sort: 'mm', start: '2' },
        shaft: { sort: 'material', start: 'STEEL' },
        length: { sort: 'mm', start: '6' },
        interference: { sort: 'mm', start: '0.03' },
        friction: { sort: 'number', start: '0.2' },
        temperature: { sort: 'number', start: '23' },
      }}
      call={(typed, signal) =>
        ask(
          api.POST('/api/workings/fit', {
            body: {
              ring: { outerDiameterMm: typed.number('outer'), material: typed.code('ring') },
              shaft: { diameterMm: typed.number('diameter'), material: typed.code('shaft') },
              lengthMm: typed.number('length'),
              interferenceMm: typed.number('interference'),
              friction: typed.number('friction'),
              temperatureC: typed.number('temperature'),
            },
            signal,
          }),
        )
      }
      says={(fit) =>
        fit.overYears &&
        words.years(fit.hoopStrainAtBore, fit.overYears.strainLimit, fit.overYears.strainOverLimit)
      }
      rows={(fit) => [
        [words.rows.pressure, figure(fit.pressureMpa, 'MPa')],
        [words.rows.hoop, figure(fit.hoopStressAtBoreMpa, 'MPa')],
        [words.rows.mises, figure(fit.vonMisesAtBoreMpa, 'MPa')],
        [words.rows.force, figure(fit.axialForceN, 'N')],
        [words.rows.torque, figure(fit.slipTorqueNmm, 'N mm')],
        [words.rows.growth, figure(1000 * fit.outerGrowthMm, 'µm')],
        ...(fit.overYears
          ? ([
              [words.rows.relaxed, figure(fit.overYears.relaxedSlipTorqueNmm, 'N mm')],
              [words.rows.warm, figure(1000 * fit.overYears.interferenceWhenWarmMm, 'µm')],
              [words.rows.most, figure(1000 * fit.overYears.longTermInterferenceMm, 'µm')],
            ] as [string, string][])
          : []),
      ]}
      extentMm={(typed) => 1.3 * typed.number('outer')}
      draw={(typed, fit, pen) => {
        const outer = typed.number('outer') / 2;
        const shaft = typed.number('diameter') / 2;
        const bite = Math.min(0.3 * shaft, (LARGER * typed.number('interference')) / 2);
        const over = fit.overYears?.strainOverLimit ?? 0;
        return (
          <>
            <circle
              r={outer}
              fill={over > 1 ? colour.warm : colour.bone}
              stroke={colour.ink}
              strokeWidth={pen}
            />
            <circle r={shaft} fill={colour.steel} stroke={colour.ink} strokeWidth={pen} />
            <circle
              r={Math.max(0.1, shaft - bite)}
              fill="none"
              stroke={colour.overEdge}
              strokeWidth={2 * pen}
              strokeDasharray={`${5 * pen} ${3 * pen}`}
            />
            <Told x={0} y={outer + 24 * pen} pen={pen} middle>
              {words.larger(LARGER)}
            </Told>
          </>
        );
      }}
    />
  );
}
