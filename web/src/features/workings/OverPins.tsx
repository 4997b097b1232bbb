import { Box } from '@mui/material';
import { z } from 'zod';
import { GearDrawing } from '../../mat/GearDrawing';
import { Mat } from '../../mat/Mat';
import { useGearDrawing } from '../../mat/useGearDrawing';
import { Notice } from '../../parts/Notice';
import { lengthWords, typedLength, useUnit } from '../../parts/unit';
import { useDraft } from '../../parts/useDraft';
import { texts } from '../../texts';
import { colour, font } from '../../theme';
import { Frame } from '../job/Frame';
import { HowPicture } from '../reading/HowPicture';
import { Field, GearFields } from './GearFields';
import { A_GEAR, gearForm, gearOf } from './gearForm';
import { useGeometry } from './useGeometry';
import { WorkingsHead } from './WorkingsHead';

const words = texts.workingsPage;
const pinTyped = z.string();

/** What a caliper shows over two pins, or between two in a ring. */
export default function OverPins() {
  const unit = useUnit();
  const [kept, set] = useDraft('workings-gear', gearForm);
  const [pinKept, setPin] = useDraft('workings-pin', pinTyped);
  const form = kept ?? A_GEAR;
  const { spec, wrong } = gearOf(form, unit);
  const plain = useGeometry(spec);
  const pin = pinKept ?? (plain.geometry?.usualPinMm ? String(plain.geometry.usualPinMm) : '');
  const pinMm = typedLength(pin, pinKept === undefined ? 'mm' : unit);
  const withPin = spec && pinMm !== undefined ? { ...spec, pinDiameterMm: pinMm } : undefined;
  const { geometry, refused } = useGeometry(withPin);
  const drawing = useGearDrawing(plain.refused ? undefined : spec);
  const odd = (spec?.toothCount ?? 0) % 2 === 1;
  return (
    <Frame
      mat={
        <Mat extentMm={drawing ? drawing.extentMm * 1.12 : 40} caption={words.pages.pins}>
          {(pen) =>
            drawing &&
            !plain.refused && (
              <>
                <GearDrawing drawing={drawing} pen={pen} />
                {geometry?.pinCentreMm !== undefined && pinMm !== undefined && !refused && (
                  <Pins
                    centreMm={geometry.pinCentreMm}
                    pinMm={pinMm}
                    teeth={spec?.toothCount ?? 0}
                    pen={pen}
                  />
                )}
              </>
            )
          }
        </Mat>
      }
    >
      <WorkingsHead page="pins" />
      <GearFields title={words.gear} form={form} set={set} wrong={wrong} insideToo />
      <Box sx={{ maxWidth: 220, mb: 1 }}>
        <Field
          label={words.pin}
          value={pin}
          set={setPin}
          message={pin !== '' && pinMm === undefined ? words.notALength : undefined}
        />
      </Box>
      {(refused ?? plain.refused) && (
        <Notice look="danger" role="alert">
          {plain.refused ?? refused}
        </Notice>
      )}
      {geometry?.overPinsMm !== undefined && !refused && !plain.refused && (
        <Box sx={{ display: 'flex', gap: 2, alignItems: 'center', bgcolor: colour.next, p: 1.5 }}>
          <HowPicture what="overPins" />
          <Box>
            {form.inside ? words.pinWords.between : words.pinWords.reads}
            <Box sx={{ fontFamily: font.figures, fontSize: 25, fontWeight: 700 }}>
              {lengthWords(geometry.overPinsMm, unit, 3)}
            </Box>
            {odd && <Box sx={{ fontSize: 14 }}>{words.pinWords.odd}</Box>}
          </Box>
        </Box>
      )}
      {plain.geometry?.usualPinMm !== undefined && (
        <Box sx={{ pt: 1, color: colour.inkSoft }}>
          {words.pinWords.usual(lengthWords(plain.geometry.usualPinMm, unit))}
        </Box>
      )}
    </Frame>
  );
}

/** The two pins where they lie: beside the tooth that points up, and as nearly opposite as there is a space. */
function Pins(props: { centreMm: number; pinMm: number; teeth: number; pen: number }) {
  const beside = Math.PI / props.teeth;
  const turns = [beside, props.teeth % 2 === 0 ? Math.PI + beside : Math.PI];
  return (
    <>
      {turns.map((turn) => (
        <circle
          key={turn}
          cx={(props.centreMm / 2) * Math.sin(turn)}
          cy={(-props.centreMm / 2) * Math.cos(turn)}
          r={props.pinMm / 2}
          fill={colour.steel}
          stroke={colour.ink}
          strokeWidth={1.2 * props.pen}
        />
      ))}
    </>
  );
}
