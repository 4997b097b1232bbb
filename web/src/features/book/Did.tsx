import { Box } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { useState, type ReactNode } from 'react';
import { Link } from 'react-router';
import type { Schemas } from '../../api/client';
import { Page, PageTitle } from '../../parts/Page';
import { PlainSelect } from '../../parts/PlainSelect';
import { texts } from '../../texts';
import { colour, font } from '../../theme';
import { didQuery } from './queries';
import { Section } from '../../parts/Section';

const words = texts.did;
const SIDE = 250;
const EDGE = 46;
/** Room for half of the last number under its line. */
const RIGHT = 20;

/** How well Gewerk itself did: what it said beforehand, and how it was. */
export function Did() {
  const [whose, setWhose] = useState<'all' | 'mine'>('all');
  const did = useQuery(didQuery(whose === 'mine')).data;
  return (
    <Page
      head={
        <Box sx={{ display: 'flex', gap: 2, alignItems: 'center', flexWrap: 'wrap' }}>
          <PageTitle>{words.title}</PageTitle>
          <PlainSelect
            label={words.whose}
            value={whose}
            set={setWhose}
            options={[
              ['all', words.all],
              ['mine', words.mine],
            ]}
            sx={{ minHeight: 44 }}
          />
        </Box>
      }
    >
      {did && (
        <>
          <Box
            sx={{
              display: 'grid',
              columnGap: 4,
              gridTemplateColumns: 'repeat(auto-fit, minmax(290px, 1fr))',
              alignItems: 'start',
              maxWidth: 1200,
            }}
          >
            <Section title={words.culprit}>
              <Box>{words.first(did.all.first, did.all.firstThree)}</Box>
              {did.all.claims.claims > 0 && <Claims claims={did.all.claims} />}
            </Section>
            <Section title={words.money}>
              <Box>{words.near(did.all.nearCost)}</Box>
              {did.all.cost && (
                <Dots
                  label={words.money}
                  points={did.jobs.flatMap((j) =>
                    j.costRatio === undefined
                      ? []
                      : [{ job: j, at: j.costRatio, of: words.ratio(j.costRatio) }],
                  )}
                  from={0}
                  to={2.5}
                  ticks={[0.5, 1, 1.5, 2]}
                  tick={words.ratio}
                />
              )}
            </Section>
            <Section title={words.promise}>
              <Box>{words.kept(did.all.kept)}</Box>
              {did.all.late && (
                <Dots
                  label={words.promise}
                  points={did.jobs.flatMap((j) =>
                    j.daysLate === undefined ? [] : [{ job: j, at: j.daysLate, of: words.late(j.daysLate) }],
                  )}
                  from={-14}
                  to={14}
                  ticks={[-7, 0, 7]}
                  tick={words.days}
                />
              )}
            </Section>
          </Box>
          {did.models.length > 0 && (
            <Section title={words.models}>
              <Box
                component="table"
                sx={{ borderCollapse: 'collapse', '& td, & th': { p: 0.5, pr: 2, textAlign: 'left' } }}
              >
                <thead>
                  <tr>
                    {Object.values(words.columns).map((column) => (
                      <th key={column}>{column}</th>
                    ))}
                  </tr>
                </thead>
                <tbody>
                  {did.models.map((m) => (
                    <tr key={m.model.id}>
                      <td>
                        <Link to={`/book/${m.model.id}`} style={{ color: colour.ink }}>
                          {m.model.maker} {m.model.name}
                        </Link>
                      </td>
                      <Figure>{words.of(m.first)}</Figure>
                      <Figure>{words.of(m.kept)}</Figure>
                    </tr>
                  ))}
                </tbody>
              </Box>
            </Section>
          )}
        </>
      )}
    </Page>
  );
}

function Figure({ children }: { children: ReactNode }) {
  return (
    <Box component="td" sx={{ fontFamily: font.figures }}>
      {children}
    </Box>
  );
}

/** What was given against how often it was so: on the line it was right. */
function Claims({ claims }: { claims: Schemas['Reliability'] }) {
  const x = (share: number) => EDGE + share * (SIDE - EDGE - RIGHT);
  const y = (share: number) => 8 + (1 - share) * (SIDE - EDGE - 8);
  const most = Math.max(...claims.bins.map((b) => b.claims));
  return (
    <Box sx={{ width: SIDE, maxWidth: '100%' }}>
      <svg viewBox={`0 0 ${SIDE} ${SIDE}`} width="100%" role="img" aria-label={words.claims(claims)}>
        <line x1={x(0)} y1={y(0)} x2={x(1)} y2={y(1)} stroke={colour.fieldEdgeStrong} strokeDasharray="4 4" />
        <path d={`M ${x(0)} ${y(1)} V ${y(0)} H ${x(1)}`} fill="none" stroke={colour.ink} />
        {claims.bins.map((b) => (
          <circle
            key={b.claimed}
            cx={x(b.claimed)}
            cy={y(b.came)}
            r={3 + 7 * Math.sqrt(b.claims / most)}
            fill={colour.go}
            fillOpacity={0.75}
          >
            <title>{words.bin(b)}</title>
          </circle>
        ))}
        {[0, 0.5, 1].map((share) => (
          <g key={share} fontSize={12} fill={colour.ink}>
            <text x={x(share)} y={SIDE - EDGE + 16} textAnchor="middle">
              {words.percent(share)}
            </text>
            <text x={EDGE - 4} y={y(share) + 4} textAnchor="end">
              {words.percent(share)}
            </text>
          </g>
        ))}
        <text x={x(0.5)} y={SIDE - 3} fontSize={12} textAnchor="middle" fill={colour.ink}>
          {words.given}
        </text>
      </svg>
      <Box sx={{ fontSize: 14, color: colour.inkSoft }}>{words.error(claims.error, claims.claims)}</Box>
    </Box>
  );
}

type Point = { job: Schemas['JudgedJob']; at: number; of: string };

/** One dot for each job along a scale; each opens its job. */
function Dots(props: {
  label: string;
  points: Point[];
  from: number;
  to: number;
  ticks: number[];
  tick: (at: number) => string;
}) {
  const width = 340;
  const height = 120;
  const x = (at: number) =>
    14 +
    ((Math.min(props.to, Math.max(props.from, at)) - props.from) / (props.to - props.from)) * (width - 28);
  const piles = new Map<number, number>();
  const placed = props.points.map((point) => {
    const column = Math.round(x(point.at) / 7);
    const high = piles.get(column) ?? 0;
    piles.set(column, high + 1);
    return { ...point, cx: column * 7, cy: height - 30 - Math.min(high, 12) * 7 };
  });
  return (
    <svg viewBox={`0 0 ${width} ${height}`} width="100%" style={{ maxWidth: width }} aria-label={props.label}>
      <line x1={8} x2={width - 8} y1={height - 24} y2={height - 24} stroke={colour.ink} />
      {props.ticks.map((tick) => (
        <g key={tick}>
          <line x1={x(tick)} x2={x(tick)} y1={height - 24} y2={height - 19} stroke={colour.ink} />
          <text x={x(tick)} y={height - 5} fontSize={12} textAnchor="middle" fill={colour.ink}>
            {props.tick(tick)}
          </text>
        </g>
      ))}
      {placed.map((p) => (
        <a key={p.job.jobId} href={`/job/${p.job.jobId}`} aria-label={words.job(p.job.trayNumber, p.of)}>
          <circle cx={p.cx} cy={p.cy} r={3.2} fill={colour.engaged}>
            <title>{words.job(p.job.trayNumber, p.of)}</title>
          </circle>
        </a>
      ))}
    </svg>
  );
}
