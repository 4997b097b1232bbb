import { api, ask } from '../../api/client';
import { texts } from '../../texts';
import { colour } from '../../theme';
import { figure, Figures } from './Figures';

const words = texts.workingsPage.figures.time;

/** What a wrong count does to a clock, a transport, a press. */
export default function TimeError() {
  return (
    <Figures
      page="time"
      fields={{
        driver: { sort: 'number', start: '10' },
        right: { sort: 'number', start: '60' },
        wrong: { sort: 'number', start: '61' },
        strokes: { sort: 'number', start: '100' },
      }}
      call={(typed, signal) =>
        ask(
          api.POST('/api/workings/train/wrong-count', {
            body: {
              train: {
                shafts: ['driver', 'driven'],
                speedsRpm: { driver: 1 },
                meshes: [
                  {
                    kind: 'external',
                    driver: { shaft: 'driver', toothCount: typed.number('driver') },
                    driven: { shaft: 'driven', toothCount: typed.number('right') },
                  },
                ],
              },
              mesh: 0,
              side: 'driven',
              toothCount: typed.number('wrong'),
              shaft: 'driven',
              strokes: typed.number('strokes'),
            },
            signal,
          }),
        )
      }
      says={(error) => words.says(error.percent)}
      rows={(error) => [
        [words.rows.percent, `${error.percent.toFixed(3)} %`],
        [words.rows.day, figure(error.secondsADay, 's')],
        [words.rows.cents, figure(error.cents, '')],
        [words.rows.strokes, figure(error.strokesInstead, '')],
      ]}
      extentMm={(typed) =>
        (Math.max(typed.number('right'), typed.number('wrong')) + typed.number('driver') + 6) * 0.5
      }
      draw={(typed, error, pen) => {
        const radius = (name: string) => typed.number(name) / 4;
        const turn = (error.percent / 100) * 2 * Math.PI;
        const apart = radius('right') + radius('driver');
        return (
          <g transform={`translate(0 ${-radius('driver')})`}>
            <circle r={radius('right')} fill={colour.bone} stroke={colour.ink} strokeWidth={pen} />
            <circle
              r={radius('wrong')}
              fill="none"
              stroke={colour.overEdge}
              strokeWidth={2 * pen}
              strokeDasharray={`${6 * pen} ${4 * pen}`}
            />
            <circle
              cy={apart}
              r={radius('driver')}
              fill={colour.boneSecond}
              stroke={colour.ink}
              strokeWidth={pen}
            />
            <path d={`M0 0V${-radius('right') * 0.86}`} stroke={colour.ink} strokeWidth={3 * pen} />
            <path
              d={`M0 0L${radius('right') * 0.86 * Math.sin(turn)} ${-radius('right') * 0.86 * Math.cos(turn)}`}
              stroke={colour.engaged}
              strokeWidth={3 * pen}
            />
          </g>
        );
      }}
    />
  );
}
