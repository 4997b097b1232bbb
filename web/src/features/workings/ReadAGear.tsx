import { Box } from '@mui/material';
import { useState } from 'react';
import { Notice } from '../../parts/Notice';
import { useDraft } from '../../parts/useDraft';
import { useKeys } from '../../parts/useKeys';
import { texts } from '../../texts';
import { colour } from '../../theme';
import { Frame } from '../job/Sheet';
import { Answers } from '../reading/Answers';
import { EMPTY_GEAR, type GearDraft } from '../reading/draft';
import { ReadingMat } from '../reading/ReadingMat';
import { ReadingStrip } from '../reading/ReadingStrip';
import { useIdentify, useSpans } from '../reading/useIdentify';

/** Which gear is it, without a job. */
export default function ReadAGear() {
  const [kept, setDraft] = useDraft<GearDraft>('workings-read');
  const [chosen, setChosen] = useState(0);
  const [overlay, setOverlay] = useState(false);
  const draft = kept ?? EMPTY_GEAR;
  const spans = useSpans(draft.teeth);
  const live = useIdentify(draft, spans);
  const candidate = live.answer?.candidates[chosen] ?? live.answer?.candidates[0];
  useKeys({ o: () => setOverlay((on) => !on) });
  return (
    <Frame
      mat={
        <ReadingMat
          name=""
          bore={draft.bore}
          answer={live.answer}
          chosen={live.answer?.candidates[chosen] ? chosen : 0}
          overlay={overlay}
          toggleOverlay={() => setOverlay(!overlay)}
        />
      }
    >
      <Box component="h1" sx={{ fontSize: 22, mb: 0.5 }}>
        {texts.workingsPage.title}
      </Box>
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
      {live.answer && <Answers answer={live.answer} chosen={chosen} choose={setChosen} />}
    </Frame>
  );
}
