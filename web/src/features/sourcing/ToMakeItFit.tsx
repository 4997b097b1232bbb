import { Box } from '@mui/material';
import { useQuery } from '@tanstack/react-query';
import { api, ask, type Schemas } from '../../api/client';
import { texts } from '../../texts';
import { colour } from '../../theme';
import { ofJob } from '../job/queries';

/** What has to be done to a gear that is bought before it goes in, in the order of work. */
export function ToMakeItFit({ jobId, item }: { jobId: number; item: Schemas['GearOffer'] }) {
  const query = {
    system: item.pitch.system,
    pitch: item.pitch.value,
    teeth: item.toothCount,
    angle: item.pressureAngleDeg,
    stub: item.stub,
    bore: item.boreMm,
    width: item.faceWidthMm,
    material: item.material,
  };
  const work = useQuery({
    queryKey: ofJob(jobId, 'alteration', query),
    queryFn: () => ask(api.GET('/api/choice/{jobId}/alteration', { params: { path: { jobId }, query } })),
    retry: false,
  });
  if (!work.data || work.data.steps.length === 0) return null;
  const minutes = work.data.steps.reduce((sum, step) => sum + step.minutes, 0);
  return (
    <Box component="section" aria-label={texts.get.toMakeItFit}>
      <Box component="h3" sx={{ fontSize: 16, m: 0 }}>
        {texts.get.toMakeItFit}, {texts.choose.minutes(minutes)}
      </Box>
      <Box
        component="ol"
        sx={{ m: 0, pl: 3, '& li': { py: 0.25 }, '& li::marker': { color: colour.inkSoft } }}
      >
        {work.data.steps.map((step) => (
          <li key={step.say}>{step.say}</li>
        ))}
      </Box>
    </Box>
  );
}
