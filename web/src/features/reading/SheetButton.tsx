import { Box } from '@mui/material';
import { useState } from 'react';
import { api, ask, Refused, type Schemas } from '../../api/client';
import { texts } from '../../texts';
import { colour, onKraft } from '../../theme';
import { PlainButton } from '../../parts/PlainButton';
import { saveFile } from '../../parts/saveFile';

const MOST = 9;

/** The candidates on one page at true size, as a PDF to print. */
export function SheetButton({ answer, title }: { answer: Schemas['Identified']; title: string }) {
  const [refused, setRefused] = useState('');
  const make = async () => {
    const gears = answer.candidates.flatMap((c) => {
      const name = `${c.fullName}, ${c.shift}`;
      return c.gear ? [{ gear: c.gear, name }] : [];
    });
    try {
      const page: unknown = await ask(
        api.POST('/api/workings/making/candidates.pdf', {
          body: { gears: gears.slice(0, MOST), title },
          parseAs: 'blob',
        }),
      );
      saveFile(page as Blob, 'candidates.pdf');
      setRefused('');
    } catch (failed) {
      if (failed instanceof Refused) setRefused(failed.message);
      else throw failed;
    }
  };
  return (
    <Box>
      <PlainButton onClick={() => void make()} sx={onKraft}>
        {texts.read.sheet}
      </PlainButton>
      {refused && (
        <Box role="alert" sx={{ color: colour.danger, fontSize: 14 }}>
          {refused}
        </Box>
      )}
    </Box>
  );
}
