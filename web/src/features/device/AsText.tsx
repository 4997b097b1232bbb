import { Box, Button, Dialog, TextField } from '@mui/material';
import { useState } from 'react';
import { api, ask, Refused } from '../../api/client';
import { texts } from '../../texts';
import { colour, font } from '../../theme';
import type { Machine } from './queries';

const words = texts.book;

/** The train as text: taken away as a file, or read from one. What is read stands as typed; nothing is kept yet. */
export function AsText(props: { modelId: number; read: (machine: Machine) => void }) {
  const [open, setOpen] = useState(false);
  const [text, setText] = useState('');
  const [refused, setRefused] = useState('');
  const read = async () => {
    setRefused('');
    try {
      props.read(
        await ask(
          api.POST('/api/device/{modelId}/train/text', {
            params: { path: { modelId: props.modelId } },
            body: { text },
          }),
        ),
      );
      setOpen(false);
    } catch (failed) {
      if (!(failed instanceof Refused)) throw failed;
      setRefused(failed.message);
    }
  };
  return (
    <>
      <Button component="a" variant="outlined" href={`/api/device/${props.modelId}/train/text`} download>
        {words.takeText}
      </Button>
      <Button variant="outlined" onClick={() => setOpen(true)}>
        {words.readText}
      </Button>
      {open && (
        <Dialog open onClose={() => setOpen(false)} maxWidth="md" fullWidth aria-label={words.readText}>
          <Box sx={{ p: 2, display: 'grid', gap: 1 }}>
            <Box component="h2" sx={{ m: 0, fontSize: 17 }}>
              {words.readText}
            </Box>
            <Box sx={{ color: colour.inkSoft }}>{words.textWhy}</Box>
            <input
              type="file"
              accept=".yaml,.yml,.txt"
              aria-label={words.file}
              onChange={(event) => {
                const [file] = event.target.files ?? [];
                if (file) void file.text().then(setText);
              }}
            />
            <TextField
              multiline
              minRows={10}
              maxRows={18}
              label={words.text}
              value={text}
              onChange={(event) => setText(event.target.value)}
              slotProps={{
                htmlInput: { style: { fontFamily: font.figures, fontSize: 15 }, spellCheck: false },
              }}
            />
            {refused && (
              <Box role="alert" sx={{ color: colour.danger }}>
                {refused}
              </Box>
            )}
            <Box sx={{ display: 'flex', gap: 1, justifyContent: 'end' }}>
              <Button variant="outlined" onClick={() => setOpen(false)}>
                {words.leaveText}
              </Button>
              <Button variant="contained" onClick={() => void read()} disabled={text.trim() === ''}>
                {words.useText}
              </Button>
            </Box>
          </Box>
        </Dialog>
      )}
    </>
  );
}
