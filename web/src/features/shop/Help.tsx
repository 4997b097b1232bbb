import { Box, Button, Dialog, DialogContent, DialogTitle } from '@mui/material';
import { Key } from '../../parts/Key';
import { texts } from '../../texts';

export function Help({ close }: { close: () => void }) {
  return (
    <Dialog open onClose={close} aria-labelledby="help-title">
      <DialogTitle id="help-title">{texts.help.title}</DialogTitle>
      <DialogContent>
        <Box component="dl" sx={{ display: 'grid', gridTemplateColumns: 'auto 1fr', gap: 1, m: 0 }}>
          {texts.help.keys.map(([key, what]) => (
            <Box key={key} sx={{ display: 'contents' }}>
              <Box component="dt">
                <Key>{key}</Key>
              </Box>
              <Box component="dd" sx={{ m: 0 }}>
                {what}
              </Box>
            </Box>
          ))}
        </Box>
        <Button variant="outlined" onClick={close} autoFocus sx={{ mt: 2 }}>
          {texts.help.close}
        </Button>
      </DialogContent>
    </Dialog>
  );
}
