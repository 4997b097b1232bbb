import { Box } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import type { Schemas } from '../../api/client';
import { texts } from '../../texts';
import { colour, font } from '../../theme';
import { HowLong } from '../lasting/HowLong';
import { AdviceLines } from './AdviceLines';
import { pageQuery } from './queries';
import { Section } from '../../parts/Section';
import { Pictures } from './Pictures';

const words = texts.bookPage;
type Page = Schemas['ModelPage'];

/** What is known of a model: what failed and how it showed, how it was mended, what to heed. */
export function Known({ modelId }: { modelId: number }) {
  const page = useQuery(pageQuery(modelId)).data;
  if (!page) return null;
  const told = page.failed.length > 0;
  return (
    <>
      {page.elsewhere.length > 0 && (
        <Box sx={{ mt: 1 }}>
          {words.elsewhere(page.elsewhere.map((e) => words.toldBy(e.name, e.told)).join(', '), page.weight)}
        </Box>
      )}
      {told && <Failed page={page} />}
      {page.signs.length > 0 && <Signs page={page} />}
      {page.ways.length > 0 && <Ways page={page} />}
      <HowLong modelId={modelId} elsewhere={page.lastedElsewhere} />
      <AdviceLines page={page} />
      {page.pictures.length > 0 && <Pictures page={page} />}
      {(page.opens ?? page.numbers.length > 0) && (
        <Section title={words.spares}>
          {page.opens && (
            <Box>
              {words.opens(page.opens.steps, Math.round(page.opens.minutes), page.opens.from)}{' '}
              {page.opens.fromJob !== undefined && (
                <Link to={`/job/${page.opens.fromJob}/open`} style={{ color: colour.ink }}>
                  {words.ledger}
                </Link>
              )}
            </Box>
          )}
          {page.numbers.map((n) => (
            <Box key={n.number}>
              <Link
                to={`/stores?find=${encodeURIComponent(n.number)}`}
                style={{ color: colour.ink, fontFamily: font.figures }}
              >
                {n.number}
              </Link>{' '}
              {n.name} {n.from && words.from(n.from)}
            </Box>
          ))}
        </Section>
      )}
      {page.sisters.length > 0 && (
        <Section title={words.sisters}>
          {page.sisters.map((s) => (
            <Box key={`${s.in.id} ${s.part}`}>
              <Link to={`/book/${s.in.id}`} style={{ color: colour.ink }}>
                {s.in.maker} {s.in.name}
              </Link>
              {': '}
              {words.sister(s.part, s.material, s.failed.of, s.failed.all)}
            </Box>
          ))}
        </Section>
      )}
    </>
  );
}

/** Each culprit as a bar of the jobs told, its band behind it. */
function Failed({ page }: { page: Page }) {
  return (
    <Section title={words.failed(page.told)}>
      <Box component="ul" sx={{ listStyle: 'none', m: 0, p: 0, display: 'grid', gap: '3px' }}>
        {page.failed.map((f) => (
          <Box component="li" key={f.fault} sx={{ bgcolor: colour.label, px: 1.25, py: 0.5 }}>
            <Box sx={{ display: 'flex', gap: 1 }}>
              <Box sx={{ flex: 1 }}>{f.words}</Box>
              <Box sx={{ fontFamily: font.figures, whiteSpace: 'nowrap' }}>
                {words.ofTold(f.share.of, f.share.all)}
              </Box>
            </Box>
            {f.share.all > 0 && (
              <Box
                role="img"
                aria-label={words.between(f.share.low, f.share.high)}
                sx={{ position: 'relative', height: 7, bgcolor: colour.kraftPale, my: 0.25 }}
              >
                <Box
                  sx={{
                    position: 'absolute',
                    inset: 0,
                    left: `${100 * f.share.low}%`,
                    right: `${100 * (1 - f.share.high)}%`,
                    bgcolor: colour.engagedPale,
                  }}
                />
                <Box
                  sx={{
                    position: 'absolute',
                    inset: 0,
                    width: 3,
                    left: `calc(${(100 * f.share.of) / f.share.all}% - 1px)`,
                    bgcolor: colour.engagedDark,
                  }}
                />
              </Box>
            )}
            <Box sx={{ color: colour.inkSoft, fontSize: 14 }}>
              {[
                f.share.all > 0 ? words.between(f.share.low, f.share.high) : '',
                f.medianAge === undefined ? '' : words.age(f.medianAge, f.ages),
                f.elsewhere > 0 ? words.more(f.elsewhere) : '',
              ]
                .filter((part) => part !== '')
                .join('; ')}
            </Box>
          </Box>
        ))}
      </Box>
    </Section>
  );
}

const MOST_FAULTS = 4;

/** Which sign was seen with which culprit: of how many times it was looked for. */
function Signs({ page }: { page: Page }) {
  const faults = page.failed.filter((f) => f.share.of > 0).slice(0, MOST_FAULTS);
  if (faults.length === 0) return null;
  return (
    <Section title={words.signs}>
      <Box sx={{ overflowX: 'auto' }}>
        <Box
          component="table"
          sx={{ borderCollapse: 'collapse', fontSize: 14, '& td, & th': { p: 0.5, textAlign: 'left' } }}
        >
          <thead>
            <tr>
              <th>{words.sign}</th>
              {faults.map((f) => (
                <th key={f.fault}>{f.words}</th>
              ))}
            </tr>
          </thead>
          <tbody>
            {page.signs.map((s) => (
              <tr key={s.sign}>
                <td>{s.words}</td>
                {faults.map((f) => {
                  const seen = s.with[f.fault];
                  return (
                    <Box
                      component="td"
                      key={f.fault}
                      sx={{
                        fontFamily: font.figures,
                        bgcolor:
                          seen && seen.all > 0
                            ? `color-mix(in srgb, ${colour.engagedPale} ${Math.round((100 * seen.of) / seen.all)}%, ${colour.kraftPale})`
                            : undefined,
                      }}
                    >
                      {seen ? words.ofTold(seen.of, seen.all) : words.notLooked}
                    </Box>
                  );
                })}
              </tr>
            ))}
          </tbody>
        </Box>
      </Box>
    </Section>
  );
}

function Ways({ page }: { page: Page }) {
  return (
    <Section title={words.ways}>
      {page.ways.map((w) => (
        <Box key={w.way}>
          <strong>{w.words}</strong>{' '}
          {[
            words.times(w.jobs),
            w.minutes ? words.minutes(w.minutes) : '',
            w.cost ? words.cost(w.cost, page.currency) : '',
          ]
            .filter((part) => part !== '')
            .join(', ')}
        </Box>
      ))}
    </Section>
  );
}
