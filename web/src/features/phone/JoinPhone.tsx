import { Box, Button, Dialog, DialogContent, DialogTitle } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { api, ask } from '../../api/client';
import { QrPicture } from '../../parts/QrPicture';
import { timeWords } from '../../parts/words';
import { texts } from '../../texts';
import { colour, font } from '../../theme';
import { jobQuery } from '../job/queries';
import type { Step } from '../job/StepTeeth';

/** The code by which a telephone adds photographs to this step for a quarter of an hour. */
export function JoinPhone(props: { jobId: number; step: Step; teardownKey: string; close: () => void }) {
  const { jobId, step, teardownKey } = props;
  const job = useQuery(jobQuery(jobId));
  const link = useQuery({
    queryKey: ['phoneLink', jobId, step, teardownKey],
    queryFn: () =>
      ask(
        api.POST('/api/phone/link/{jobId}', {
          params: { path: { jobId } },
          body: { step, teardownKey },
        }),
      ),
    staleTime: Infinity,
    gcTime: 0,
    refetchOnWindowFocus: false,
    refetchOnReconnect: false,
  });
  return (
    <Dialog open onClose={props.close} aria-labelledby="phone-title" fullWidth maxWidth="xs">
      <DialogTitle id="phone-title">{texts.phone.title(job.data?.trayNumber ?? 0)}</DialogTitle>
      <DialogContent sx={{ display: 'grid', gap: 1.5, justifyItems: 'center' }}>
        <Box>{texts.phone.how}</Box>
        {link.error && (
          <Box role="alert" sx={{ color: colour.danger }}>
            {link.error.message}
          </Box>
        )}
        {link.data && (
          <>
            <QrPicture rows={link.data.code} label={texts.phone.code} side={280} />
            <Box sx={{ fontFamily: font.figures, overflowWrap: 'anywhere', fontSize: 14 }}>
              {link.data.address.replace(/#.*/, '')}
            </Box>
            <Box role="status">{texts.phone.until(timeWords(link.data.goodUntil))}</Box>
          </>
        )}
        <Box sx={{ display: 'flex', gap: 1, flexWrap: 'wrap' }}>
          <Button variant="outlined" onClick={() => void link.refetch()}>
            {texts.phone.anew}
          </Button>
          <Button variant="contained" onClick={props.close} autoFocus>
            {texts.account.close}
          </Button>
        </Box>
      </DialogContent>
    </Dialog>
  );
}
