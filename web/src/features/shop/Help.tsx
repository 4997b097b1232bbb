import { Box, Button, Dialog, DialogContent, DialogTitle } from '@mui/material';
import { Key } from '../../parts/Key';
import { actingKeys, useSingleKeys } from '../../parts/useKeys';
import { texts } from '../../texts';
import { Tick } from '../../parts/Tick';

/** The keys as they are shown, and when their line belongs to the screen: a key acts, or something is there that listens itself. */
const WHEN: Record<keyof typeof texts.help.keys, { shown: string } & ({ key: string } | { there: string })> =
  {
    find: { shown: '/', key: '/' },
    takeIn: { shown: 'n', key: 'n' },
    steps: { shown: '1 … 9, 0', key: '1' },
    interrupted: { shown: 'i', key: 'i' },
    journal: { shown: 'j', key: 'j' },
    nextReading: { shown: 'Enter', there: 'input[data-reading]' },
    answer: { shown: 'Alt + Enter', key: 'Alt+Enter' },
    overlay: { shown: 'o', key: 'o' },
    mat: { shown: '+ − f', key: 'f' },
    push: { shown: 'Shift + ← → ↑ ↓', key: 'Shift+ArrowLeft' },
    trueSize: { shown: 't', key: 't' },
    answers: { shown: '↑ ↓', key: 'ArrowDown' },
    turn: { shown: '← →', there: 'canvas[data-rolling]' },
    cable: { shown: 'F9', there: 'input[data-reading]' },
    listen: { shown: 'y x c', key: 'y' },
    tap: { shown: 'k', key: 'k' },
    open: { shown: 'e s', key: 'e' },
    look: { shown: 'm c f w r h b', there: '[role="listbox"]' },
    help: { shown: '?', key: '?' },
  };

/** The keys that do something on this screen. */
export function Help({ close }: { close: () => void }) {
  const [single, setSingle] = useSingleKeys();
  const acting = actingKeys();
  const lines = (Object.keys(WHEN) as (keyof typeof WHEN)[]).filter((line) => {
    const when = WHEN[line];
    return 'key' in when ? acting.has(when.key) : document.querySelector(when.there) !== null;
  });
  return (
    <Dialog open onClose={close} aria-labelledby="help-title">
      <DialogTitle id="help-title">{texts.help.title}</DialogTitle>
      <DialogContent>
        <Box component="dl" sx={{ display: 'grid', gridTemplateColumns: 'auto 1fr', gap: 1, m: 0 }}>
          {lines.map((line) => {
            return (
              <Box key={line} sx={{ display: 'contents' }}>
                <Box component="dt">
                  <Key>{WHEN[line].shown}</Key>
                </Box>
                <Box component="dd" sx={{ m: 0 }}>
                  {texts.help.keys[line]}
                </Box>
              </Box>
            );
          })}
        </Box>
        <Tick label={texts.help.single} checked={single} set={setSingle} />
        <Button variant="outlined" onClick={close} autoFocus sx={{ mt: 1 }}>
          {texts.help.close}
        </Button>
      </DialogContent>
    </Dialog>
  );
}
