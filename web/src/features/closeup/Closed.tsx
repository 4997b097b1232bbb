import { Box, Button } from '@mui/material';
import { z } from 'zod';
import { api, ask } from '../../api/client';
import { DraftNotices } from '../../parts/EditNotices';
import { FigureInput } from '../../parts/FigureInput';
import { Key } from '../../parts/Key';
import { Labelled } from '../../parts/Labelled';
import { Mark } from '../../parts/Marks';
import { Notice } from '../../parts/Notice';
import { useDraft } from '../../parts/useDraft';
import { useKeys } from '../../parts/useKeys';
import { useSave } from '../../parts/useSave';
import { momentWords } from '../../parts/words';
import { texts } from '../../texts';
import { colour } from '../../theme';
import type { Step } from '../job/StepTeeth';
import type { Closing } from './queries';
import { useShown } from './useClosing';

const words = texts.closing;

const typed = z.object({ left: z.string(), leftWhy: z.string(), settledWhy: z.string() });

/** All steps are back: what lies left over, and whether that is right. */
export function Closed({ jobId, closing, go }: { jobId: number; closing: Closing; go: (to: Step) => void }) {
  const shown = useShown(jobId);
  const expected = closing.leftOut.reduce((sum, left) => sum + left.count, 0);
  const [draft, setDraft, about] = useDraft(`closed:${jobId}`, typed);
  const now = draft ?? { left: '', leftWhy: '', settledWhy: '' };
  const close = useSave(
    (_: undefined, key) =>
      ask(
        api.POST('/api/closeup/{jobId}/closed', {
          params: { path: { jobId }, header: { 'Idempotency-Key': key } },
          body: { leftOver: Number(now.left), leftWhy: now.leftWhy, settledWhy: now.settledWhy },
        }),
      ),
    shown,
    about,
  );
  const finish = () => {
    if (closing.closed) go('prove');
    else if (now.left.trim() && !close.busy) {
      void close.run(undefined).then((closed) => closed && go('prove'));
    }
  };
  useKeys({ 'Alt+Enter': finish });
  if (closing.closed) {
    return (
      <Notice look="calm">
        <Mark name="yes" />
        <Box sx={{ flex: 1 }}>
          <strong>{words.isClosed(closing.closed.closing.leftOver)}</strong>
          <Box sx={{ color: colour.inkSoft }}>
            {closing.closed.by}, {momentWords(closing.closed.at)}
            {[closing.closed.closing.leftWhy, closing.closed.closing.settledWhy]
              .filter(Boolean)
              .map((why) => `, ${why}`)}
          </Box>
        </Box>
        <Button variant="contained" onClick={() => go('prove')}>
          {words.toProve}
        </Button>
        <Key>Alt+Enter</Key>
      </Notice>
    );
  }
  return (
    <Box
      component="form"
      aria-label={words.leftTitle}
      onSubmit={(event) => {
        event.preventDefault();
        finish();
      }}
      sx={{
        bgcolor: colour.label,
        borderLeft: `6px solid ${colour.engaged}`,
        p: 2,
        display: 'grid',
        gap: 1.25,
      }}
    >
      <Box component="h2" sx={{ fontSize: 24, lineHeight: 1.2, m: 0 }}>
        {words.leftTitle}
      </Box>
      {closing.leftOut.length === 0 ? (
        <span>{words.nothingShould}</span>
      ) : (
        <Box component="ul" sx={{ m: 0, pl: 2.5 }}>
          {closing.leftOut.map((left) => (
            <li key={`${left.step} ${left.words}`}>
              {words.shouldLie(left.count, left.words, left.step)}
              {left.why && `, ${left.why}`}
            </li>
          ))}
        </Box>
      )}
      <Labelled label={words.howMany} sx={{ maxWidth: 320 }}>
        <FigureInput
          value={now.left}
          set={(left) => setDraft({ ...now, left: left.replace(/\D/g, '') })}
          inputMode="numeric"
        />
      </Labelled>
      {now.left !== '' && Number(now.left) !== expected && (
        <Labelled label={words.whyLeft}>
          <FigureInput value={now.leftWhy} set={(leftWhy) => setDraft({ ...now, leftWhy })} />
        </Labelled>
      )}
      {closing.open.length > 0 && (
        <Notice look="next" role="alert">
          <Mark name="caution" />
          <Box sx={{ flex: 1 }}>
            {closing.open.join('; ')}
            <Labelled label={words.whySettled}>
              <FigureInput value={now.settledWhy} set={(settledWhy) => setDraft({ ...now, settledWhy })} />
            </Labelled>
          </Box>
        </Notice>
      )}
      {close.refused && (
        <Notice look="danger" role="alert">
          {close.refused.message}
        </Notice>
      )}
      <DraftNotices about={about} />
      <Box sx={{ display: 'flex', gap: 1.5, alignItems: 'center' }}>
        <Button type="submit" variant="contained" size="large" disabled={!now.left.trim() || close.busy}>
          {words.close}
        </Button>
        <Key>Alt+Enter</Key>
      </Box>
    </Box>
  );
}
