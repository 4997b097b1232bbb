import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { api, ask, type Schemas } from '../../api/client';
import { Mat } from '../../mat/Mat';
import { RollingPair } from '../../mat/RollingPair';
import { texts } from '../../texts';
import { colour, font } from '../../theme';
import { mappedQuery } from '../damage/queries';
import { JobGearMat } from '../reading/JobGearMat';
import type { Option } from './Strip';

const words = texts.choose.mat;

/** The strip that is looked at, as it will be: the gear in side view against its mate, or the two sets of teeth in mesh. */
export function ChoiceMat(props: {
  jobId: number;
  mat: Schemas['OnTheMat'] | undefined;
  option: Option | undefined;
}) {
  const { mat, option } = props;
  if (!mat?.gear) return <JobGearMat jobId={props.jobId} />;
  if (option && (option.shown.shimMm > 0 || option.shown.turnedOver)) {
    return <FromTheSide jobId={props.jobId} mat={mat} option={option} />;
  }
  return mat.mate && mat.centreDistanceMm ? (
    <InMesh jobId={props.jobId} mat={mat} option={option} />
  ) : (
    <JobGearMat jobId={props.jobId} />
  );
}

function InMesh(props: { jobId: number; mat: Schemas['OnTheMat']; option: Option | undefined }) {
  const other = props.option?.shown;
  const body = {
    first: other?.gear ?? (props.mat.gear as Schemas['GearSpec']),
    second: other?.mate ?? (props.mat.mate as Schemas['GearSpec']),
    centreDistanceMm: props.mat.centreDistanceMm as number,
  };
  const drawn = useQuery({
    queryKey: ['pair-drawing', body],
    queryFn: ({ signal }) => ask(api.POST('/api/workings/making/pair', { body, signal })),
    placeholderData: keepPreviousData,
    staleTime: Infinity,
  });
  const picture = drawn.data;
  if (!picture) return <JobGearMat jobId={props.jobId} />;
  return (
    <Mat
      extentMm={picture.firstExtentMm / 2 + Math.abs(picture.centreY) + picture.secondExtentMm / 2}
      widthMm={Math.max(picture.firstExtentMm, picture.secondExtentMm)}
      centre={{ x: 0, y: (picture.centreY + picture.firstExtentMm / 2 - picture.secondExtentMm / 2) / 2 }}
      caption={props.option?.say ?? ''}
      legend={words.pair}
      over={(place) => <RollingPair key={JSON.stringify(body)} pair={picture} place={place} />}
    />
  );
}

/** Shaft lengthwise, gear and mate as blocks with their teeth at the edge. */
function FromTheSide(props: { jobId: number; mat: Schemas['OnTheMat']; option: Option }) {
  const { mat } = props;
  const map = useQuery(mappedQuery(props.jobId)).data?.map;
  const gear = mat.gear as Schemas['GearSpec'];
  const module = gear.module ?? 1;
  const tip = module * (gear.toothCount + 2);
  const root = module * (gear.toothCount - 2.5);
  const mateTip = module * ((mat.mate?.toothCount ?? gear.toothCount) + 2);
  const mateRoot = module * ((mat.mate?.toothCount ?? gear.toothCount) - 2.5);
  const centre = mat.centreDistanceMm ?? (tip + mateTip) / 2 - 2 * module;
  const { shimMm, shimAtFarEnd, turnedOver } = props.option.shown;
  const moved = shimAtFarEnd ? -shimMm : shimMm;
  const left = Math.min(0, moved);
  const face = mat.faceWidthMm;
  const bands = [
    ...new Map(map?.marks.flatMap((m) => (m.band ? [[`${m.band.fromMm}`, m.band] as const] : []))).values(),
  ];
  // It ran where the band is.
  const ran = bands[0] ? (bands[0].fromMm + bands[0].toMm - mat.mateWidthMm) / 2 : 0;
  // Only the part of the mate that is near.
  const shown = Math.min(mateTip, tip * 0.8);
  const height = tip + shown + 4;
  return (
    <Mat
      extentMm={height}
      widthMm={Math.max(face + shimMm + 8, height * 0.55)}
      centre={{ x: left + (face + shimMm) / 2, y: (shown - module * 2) / 2 }}
      caption={props.option.say}
      legend={
        <>
          {words.side}: {shimMm > 0 ? words.shim(shimMm.toFixed(1)) : turnedOver ? words.over : ''}
        </>
      }
    >
      {(pen) => (
        <g strokeWidth={pen} stroke={colour.ink}>
          <rect
            x={-3}
            y={-mat.boreMm / 2}
            width={face + shimMm + 6}
            height={mat.boreMm}
            fill={colour.steel}
          />
          {shimMm > 0 && (
            <rect
              x={shimAtFarEnd ? face - shimMm : 0}
              y={-mat.boreMm}
              width={shimMm}
              height={2 * mat.boreMm}
              fill={colour.engaged}
            />
          )}
          <g transform={`translate(${moved} 0)`}>
            <rect x={0} y={-tip / 2} width={face} height={tip} fill={colour.bone} />
            <path
              d={`M0 ${root / 2}H${face}M0 ${-root / 2}H${face}`}
              strokeDasharray={`${4 * pen}`}
              fill="none"
            />
            {bands.map((band) => (
              <g key={band.fromMm} fill={colour.overEdge} fillOpacity="0.7">
                <rect
                  x={turnedOver ? face - band.toMm : band.fromMm}
                  y={root / 2}
                  width={band.toMm - band.fromMm}
                  height={(tip - root) / 2}
                />
                <rect
                  x={turnedOver ? face - band.toMm : band.fromMm}
                  y={-tip / 2}
                  width={band.toMm - band.fromMm}
                  height={(tip - root) / 2}
                />
              </g>
            ))}
            <text
              x={face / 2}
              y={0}
              textAnchor="middle"
              fontSize={13 * pen}
              stroke="none"
              fontFamily={font.text}
            >
              {words.gear}
            </text>
          </g>
          <g transform={`translate(${ran} 0)`}>
            <rect
              x={0}
              y={centre - mateTip / 2}
              width={mat.mateWidthMm}
              height={shown}
              fill={colour.boneSecond}
              fillOpacity="0.75"
            />
            <path
              d={`M0 ${centre - mateRoot / 2}H${mat.mateWidthMm}`}
              strokeDasharray={`${4 * pen}`}
              fill="none"
            />
            <text
              x={mat.mateWidthMm / 2}
              y={centre - mateTip / 2 + shown * 0.6}
              textAnchor="middle"
              fontSize={13 * pen}
              stroke="none"
              fontFamily={font.text}
            >
              {words.mate}
            </text>
          </g>
        </g>
      )}
    </Mat>
  );
}
