import { Box } from '@mui/material';
import { GearDrawing } from '../../mat/GearDrawing';
import { Mat } from '../../mat/Mat';
import { useGearDrawing } from '../../mat/useGearDrawing';
import { Notice } from '../../parts/Notice';
import { lengthWords, useUnit } from '../../parts/unit';
import { useDraft } from '../../parts/useDraft';
import { texts } from '../../texts';
import { colour, font } from '../../theme';
import { Frame } from '../job/Frame';
import { GearFields, Numbers } from './GearFields';
import { A_GEAR, gearForm, gearOf } from './gearForm';
import { useGeometry } from './useGeometry';
import { WorkingsHead } from './WorkingsHead';

const words = texts.workingsPage;

const SIZES = [
  'referenceDiameterMm',
  'tipDiameterMm',
  'caliperTipReadingMm',
  'rootDiameterMm',
  'baseDiameterMm',
  'formDiameterMm',
  'toothThicknessMm',
  'chordalThicknessMm',
  'chordalHeightMm',
  'tipThicknessMm',
  'basePitchMm',
] as const;

/** A gear's sizes, and what a caliper shows over each number of its teeth. */
export default function SpanTable() {
  const unit = useUnit();
  const [kept, set] = useDraft('workings-gear', gearForm);
  const form = kept ?? A_GEAR;
  const { spec, wrong } = gearOf(form, unit);
  const { geometry, refused } = useGeometry(spec);
  const best = geometry?.spans.find((s) => s.overTeeth === geometry.steadiestSpan);
  const drawing = useGearDrawing(
    refused ? undefined : spec,
    best ? [{ what: 'span', parameter: best.overTeeth, values: [best.mm] }] : [],
  );
  return (
    <Frame
      mat={
        <Mat
          extentMm={drawing ? drawing.extentMm * 1.12 : 40}
          caption={words.pages.spans}
          legend={geometry && `${words.systems.module} ${geometry.module.toFixed(4)}`}
        >
          {(pen) => drawing && !refused && <GearDrawing drawing={drawing} pen={pen} />}
        </Mat>
      }
    >
      <WorkingsHead page="spans" />
      <GearFields title={words.gear} form={form} set={set} wrong={wrong} insideToo widthToo />
      {refused && (
        <Notice look="danger" role="alert">
          {refused}
        </Notice>
      )}
      {geometry && !refused && (
        <>
          <Numbers
            rows={SIZES.flatMap((size): [string, string][] => {
              const value = geometry[size];
              return value === undefined ? [] : [[words.sizes[size], lengthWords(value, unit, 3)]];
            })}
          />
          <Box sx={{ py: 0.75, color: colour.inkSoft }}>
            {geometry.undercut && `${words.undercut} `}
            {!form.inside && words.undercutLimit(geometry.undercutLimitShift.toFixed(3))}
          </Box>
          {!form.inside && (
            <Box
              component="table"
              sx={{
                width: '100%',
                borderCollapse: 'collapse',
                '& th': {
                  textAlign: 'left',
                  fontWeight: 600,
                  borderBottom: `2px solid ${colour.line}`,
                  p: 0.5,
                },
                '& td': { borderBottom: `1px solid ${colour.line}`, p: 0.5 },
              }}
            >
              <thead>
                <tr>
                  <th>{words.spanWords.over}</th>
                  <th>{words.spanWords.reads}</th>
                  <th>{words.spanWords.touches}</th>
                  <th>{words.spanWords.how}</th>
                </tr>
              </thead>
              <tbody>
                {geometry.spans.map((span) => (
                  <Box
                    component="tr"
                    key={span.overTeeth}
                    sx={{
                      bgcolor: span === best ? colour.next : 'transparent',
                      color: span.measurable ? colour.ink : colour.inkSoft,
                    }}
                  >
                    <td>{span.overTeeth}</td>
                    <Box component="td" sx={{ fontFamily: font.figures, fontWeight: 700, fontSize: 17 }}>
                      {lengthWords(span.mm, unit, 3)}
                    </Box>
                    <Box component="td" sx={{ fontFamily: font.figures }}>
                      {lengthWords(span.touchesAtMm, unit)}
                    </Box>
                    <td>
                      {span === best
                        ? words.spanWords.best
                        : span.measurable
                          ? words.spanWords.yes
                          : words.spanWords.no + (span.why ?? '')}
                    </td>
                  </Box>
                ))}
              </tbody>
            </Box>
          )}
        </>
      )}
    </Frame>
  );
}
