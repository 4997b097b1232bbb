import { Box, Button, Dialog, DialogContent, DialogTitle } from '@mui/material';
import { Key } from '../../parts/Key';
import { actingKeys, useSingleKeys } from '../../parts/useKeys';
import { texts } from '../../texts';

/** When a line of the list belongs to what is on the screen: a key acts, or something is there that listens itself. */
const WHEN: Record<keyof typeof texts.help.keys, { key: string } | { there: string }> = {
  find: { key: '/' },
  takeIn: { key: 'n' },
  steps: { key: '1' },
  journal: { key: 'j' },
  nextReading: { there: 'input[data-reading]' },
  answer: { key: 'Alt+Enter' },
  overlay: { key: 'o' },
  mat: { key: 'f' },
  push: { key: 'Shift+ArrowLeft' },
  trueSize: { key: 't' },
  answers: { key: 'ArrowDown' },
  turn: { there: 'canvas[data-rolling]' },
  cable: { there: 'input[data-reading]' },
  listen: { key: 'y' },
  tap: { key: 'k' },
  open: { key: 'e' },
  look: { there: '[role="listbox"]' },
  help: { key: '?' },
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
            const [key, what] = texts.help.keys[line];
            return (
              <Box key={line} sx={{ display: 'contents' }}>
                <Box component="dt">
                  <Key>{key}</Key>
                </Box>
                <Box component="dd" sx={{ m: 0 }}>
                  {what}
                </Box>
              </Box>
            );
          })}
        </Box>
        <Box
          component="label"
          sx={{ display: 'flex', gap: 0.75, alignItems: 'center', minHeight: 44, mt: 1 }}
        >
          <input
            type="checkbox"
            checked={single}
            onChange={(event) => setSingle(event.target.checked)}
            style={{ width: 18, height: 18 }}
          />
          {texts.help.single}
        </Box>
        <Button variant="outlined" onClick={close} autoFocus sx={{ mt: 1 }}>
          {texts.help.close}
        </Button>
      </DialogContent>
    </Dialog>
  );
}
