import { api, ask } from '../../api/client';
import { texts } from '../../texts';
import { colour } from '../../theme';
import { figure, Figures, Told } from './Figures';

const words = texts.workingsPage.figures.oil;
const GLASS = { width: 30, height: 60 };

/** Two oils to a wanted viscosity, or what a mixture has. */
export default function OilBlend() {
  return (
    <Figures
      page="oil"
      fields={{
        first: { sort: 'number', start: '29.53' },
        second: { sort: 'number', start: '49.22' },
        wanted: { sort: 'number', start: '40', open: true },
        share: { sort: 'number', start: '', open: true },
        method: {
          sort: [
            ['astmD7152', words.methods.astmD7152],
            ['refutas', words.methods.refutas],
          ],
          start: 'astmD7152',
        },
      }}
      call={(typed, signal) => {
        const wanted = typed.maybe('wanted');
        const share = typed.maybe('share');
        return ask(
          api.POST('/api/workings/blend', {
            body: {
              first: { viscosityMm2S: typed.number('first') },
              second: { viscosityMm2S: typed.number('second') },
              method: typed.code('method') as 'astmD7152' | 'refutas',
              ...(wanted !== undefined ? { wantedMm2S: wanted } : { firstMassFraction: (share ?? 50) / 100 }),
            },
            signal,
          }),
        );
      }}
      says={(blend) =>
        blend.reachable === false
          ? words.unreachable
          : words.says(100 * (blend.firstMassFraction ?? 0), blend.viscosityMm2S)
      }
      rows={(blend) =>
        blend.firstMassFraction === undefined || blend.viscosityMm2S === undefined
          ? []
          : [
              [words.rows.first, `${(100 * blend.firstMassFraction).toFixed(1)} %`],
              [words.rows.second, `${(100 - 100 * blend.firstMassFraction).toFixed(1)} %`],
              [words.rows.viscosity, figure(blend.viscosityMm2S, 'mm²/s')],
            ]
      }
      extentMm={() => 80}
      draw={(_typed, blend, pen) => {
        const share = blend.firstMassFraction ?? 0;
        const { width, height } = GLASS;
        const line = height / 2 - 0.9 * height * (1 - share);
        const x = -width / 2;
        return (
          <g transform="translate(-14 0)">
            <rect x={x} y={line} width={width} height={height / 2 - line} fill={colour.engagedPale} />
            <rect x={x} y={-0.4 * height} width={width} height={line + 0.4 * height} fill={colour.measure} />
            <path
              d={`M${x} ${-height / 2}V${height / 2}H${-x}V${-height / 2}`}
              fill="none"
              stroke={colour.bone}
              strokeWidth={2 * pen}
            />
            <Told x={-x + 8 * pen} y={(line - 0.4 * height) / 2} pen={pen}>
              {`${words.rows.first} ${(100 * share).toFixed(0)} %`}
            </Told>
            <Told x={-x + 8 * pen} y={(line + height / 2) / 2} pen={pen}>
              {`${words.rows.second} ${(100 - 100 * share).toFixed(0)} %`}
            </Told>
          </g>
        );
      }}
    />
  );
}
