import { api, ask, type Schemas } from '../../api/client';
import { texts } from '../../texts';
import { colour } from '../../theme';
import { figure, Figures, Told } from './Figures';

const words = texts.workingsPage.figures.backlash;
/** A gap is drawn this many times wider. */
const LARGER = 100;

/** Play between two gears at the coldest and driest, as measured, and at the hottest and wettest. */
export default function Backlash() {
  return (
    <Figures
      page="backlash"
      fields={{
        module: { sort: 'number', start: '0.5' },
        teeth1: { sort: 'number', start: '12' },
        material1: { sort: 'material', start: 'STEEL' },
        teeth2: { sort: 'number', start: '60' },
        material2: { sort: 'material', start: 'PA66' },
        housing: { sort: 'material', start: 'ABS' },
        centre: { sort: 'mm', start: '18.1' },
        cold: { sort: 'number', start: '5' },
        hot: { sort: 'number', start: '60' },
        wetness: { sort: 'number', start: '0.5' },
      }}
      call={(typed, signal) =>
        ask(
          api.POST('/api/workings/backlash', {
            body: {
              first: {
                gear: { module: typed.number('module'), toothCount: typed.number('teeth1') },
                material: typed.code('material1'),
              },
              second: {
                gear: { module: typed.number('module'), toothCount: typed.number('teeth2') },
                material: typed.code('material2'),
                wetness: typed.number('wetness'),
              },
              centreDistanceMm: typed.number('centre'),
              housing: typed.code('housing'),
              coldC: typed.number('cold'),
              hotC: typed.number('hot'),
            },
            signal,
          }),
        )
      }
      says={(play) => (play.binds ? words.binds(play.thinnerMm) : play.jumps ? words.jumps : words.well)}
      rows={(play) =>
        (['cold', 'asMeasured', 'hot'] as const).flatMap((at): [string, string][] => [
          [words.rows[at].backlash, figure(1000 * play[at].circumferentialBacklashMm, 'µm')],
          [words.rows[at].contact, figure(play[at].contactRatio, '')],
        ])
      }
      extentMm={() => 40}
      draw={(_typed, play, pen) =>
        (['cold', 'asMeasured', 'hot'] as const).map((at, row) => (
          <Gap key={at} play={play[at]} y={-12 + 12 * row} words={words.at[at]} pen={pen} />
        ))
      }
    />
  );
}

/** A tooth in its space, the play beside it. */
function Gap(props: { play: Schemas['WorkingBacklash']; y: number; words: string; pen: number }) {
  const gap = LARGER * props.play.circumferentialBacklashMm;
  const shown = Math.max(-6, Math.min(14, gap));
  const flank = (x: number, lean: number) => `${x} ${props.y + 4}L${x + lean} ${props.y - 4}`;
  return (
    <>
      <path
        d={`M-16 ${props.y + 4}L${flank(-6, 1.4).replace('L', 'L')}L-16 ${props.y - 4}Z`}
        fill={colour.bone}
        stroke={colour.ink}
        strokeWidth={props.pen}
      />
      <path
        d={`M${flank(-6 + shown, 1.4)}L18 ${props.y - 4}L18 ${props.y + 4}Z`}
        fill={gap < 0 ? colour.overlap : colour.boneSecond}
        fillOpacity={gap < 0 ? 0.5 : 1}
        stroke={colour.ink}
        strokeWidth={props.pen}
      />
      <Told x={-16} y={props.y - 5} pen={props.pen}>
        {`${props.words}: ${figure(1000 * props.play.circumferentialBacklashMm, 'µm')}`}
      </Told>
    </>
  );
}
