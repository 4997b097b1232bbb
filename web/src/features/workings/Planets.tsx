import { api, ask } from '../../api/client';
import { texts } from '../../texts';
import { colour } from '../../theme';
import { figure, Figures } from './Figures';

const words = texts.workingsPage.figures.planets;
const SHAFTS = ['sun', 'carrier', 'ring'] as const;

/** A planet set with one of its shafts held and one driven: speeds, whether it can be put together, what it sounds like. */
export default function Planets() {
  const shafts = SHAFTS.map((s) => [s, words.shafts[s]] as const);
  return (
    <Figures
      page="planets"
      fields={{
        sun: { sort: 'number', start: '18' },
        planet: { sort: 'number', start: '28' },
        ring: { sort: 'number', start: '74' },
        count: { sort: 'number', start: '4' },
        module: { sort: 'number', start: '0.3' },
        driven: { sort: shafts, start: 'sun' },
        speed: { sort: 'number', start: '100' },
        held: { sort: shafts, start: 'ring' },
      }}
      call={(typed, signal) =>
        ask(
          api.POST('/api/workings/train', {
            body: {
              shafts: [...SHAFTS],
              fixed: [typed.code('held')],
              speedsRpm: { [typed.code('driven')]: typed.number('speed') },
              planetSets: [
                {
                  sun: 'sun',
                  sunToothCount: typed.number('sun'),
                  carrier: 'carrier',
                  ring: 'ring',
                  ringToothCount: typed.number('ring'),
                  planetToothCounts: [typed.number('planet')],
                  planetCount: typed.number('count'),
                  module: typed.number('module'),
                },
              ],
            },
            signal,
          }),
        )
      }
      says={(train) => (train.planetSets[0]?.assemblesEquallySpaced ? words.assembles : words.assemblesNot)}
      rows={(train) => {
        const set = train.planetSets[0];
        const hears = set?.frequenciesHz;
        return [
          ...Object.entries(train.speedsRpm).map(([shaft, speed]): [string, string] => [
            words.speedOf(words.shafts[shaft as (typeof SHAFTS)[number]]),
            `${speed.fraction} = ${figure(speed.value, '')}`,
          ]),
          ...(set?.planetRpm
            ? ([[words.rows.planet, `${set.planetRpm.fraction} = ${figure(set.planetRpm.value, '')}`]] as [
                string,
                string,
              ][])
            : []),
          ...(set?.neighbourClearanceMm === undefined
            ? []
            : ([[words.rows.clearance, figure(set.neighbourClearanceMm, 'mm')]] as [string, string][])),
          ...(hears
            ? ([
                [words.rows.mesh, figure(hears.mesh, 'Hz')],
                [words.rows.sunDefect, figure(hears.sunDefect, 'Hz')],
                [words.rows.planetDefect, figure(hears.planetDefect, 'Hz')],
                [words.rows.ringDefect, figure(hears.ringDefect, 'Hz')],
              ] as [string, string][])
            : []),
        ];
      }}
      extentMm={(typed) => typed.number('module') * (typed.number('ring') + 6)}
      draw={(typed, _train, pen) => {
        const module = typed.number('module');
        const radius = (teeth: string) => (module * typed.number(teeth)) / 2;
        const orbit = radius('sun') + radius('planet');
        const count = Math.max(1, Math.min(24, Math.round(typed.number('count'))));
        return (
          <>
            <circle
              r={radius('ring') + 2 * module}
              fill={colour.boneSecond}
              stroke={colour.ink}
              strokeWidth={pen}
            />
            <circle r={radius('ring')} fill={colour.mat} stroke={colour.ink} strokeWidth={pen} />
            {Array.from({ length: count }, (_, i) => (
              <circle
                key={i}
                cx={orbit * Math.sin((2 * Math.PI * i) / count)}
                cy={-orbit * Math.cos((2 * Math.PI * i) / count)}
                r={radius('planet')}
                fill={colour.bone}
                stroke={colour.ink}
                strokeWidth={pen}
              />
            ))}
            <circle r={radius('sun')} fill={colour.engagedPale} stroke={colour.ink} strokeWidth={pen} />
          </>
        );
      }}
    />
  );
}
