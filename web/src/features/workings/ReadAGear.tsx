import { Box } from '@mui/material';
import { useState } from 'react';
import { Notice } from '../../parts/Notice';
import { useDraft } from '../../parts/useDraft';
import { useKeys } from '../../parts/useKeys';
import { texts } from '../../texts';
import { colour } from '../../theme';
import { Frame } from '../job/Frame';
import { Answers } from '../reading/Answers';
import { CaliperStandIn } from '../reading/CaliperStandIn';
import { EMPTY_GEAR, gearDraft } from '../reading/draft';
import { ReadingMat } from '../reading/ReadingMat';
import { ReadingStrip } from '../reading/ReadingStrip';
import { SheetButton } from '../reading/SheetButton';
import { useChosen, useIdentify, useSpans } from '../reading/useIdentify';
import { WorkingsHead } from './WorkingsHead';

/** Which gear is it, without a job. */
export default function ReadAGear() {
  const [kept, setDraft] = useDraft('workings-read', gearDraft);
  const [overlay, setOverlay] = useState(false);
  const draft = kept ?? EMPTY_GEAR;
  const spans = useSpans(draft.teeth);
  const live = useIdentify(draft, spans);
  const { place, choose, step, candidate, other } = useChosen(live.answer);
  useKeys({ o: () => setOverlay((on) => !on), ArrowDown: () => step(1), ArrowUp: () => step(-1) });
  return (
    <Frame
      mat={
        <ReadingMat
          name=""
          bore={draft.bore}
          candidate={candidate}
          other={other}
          readings={live.answer?.readings ?? []}
          overlay={overlay}
          toggleOverlay={() => setOverlay(!overlay)}
        />
      }
    >
      <WorkingsHead page="read" />
      <Box sx={{ color: colour.inkSoft, mb: 1 }}>{texts.workingsPage.why}</Box>
      <ReadingStrip
        draft={draft}
        change={setDraft}
        spans={spans}
        live={live}
        candidate={candidate}
        refused={undefined}
      />
      {live.refused && live.refused.fields.length === 0 && (
        <Notice look="danger" role="alert">
          {live.refused.message}
        </Notice>
      )}
      {live.answer && (
        <>
          <Answers answer={live.answer} before={live.refused !== undefined} chosen={place} choose={choose} />
          {live.answer.candidates.some((c) => c.gear) && (
            <SheetButton answer={live.answer} title={texts.read.title} />
          )}
        </>
      )}
      <CaliperStandIn first={1} />
    </Frame>
  );
}
