import { useQuery } from '@tanstack/react-query';
import { api, ask } from '../../api/client';
import { ReadingMat } from './ReadingMat';

/** The mat beside the other steps: the gear taken, or the most probable one so far. */
export function JobGearMat({ jobId }: { jobId: number }) {
  const gear = useQuery({
    queryKey: ['job', jobId, 'gear'],
    queryFn: () => ask(api.GET('/api/reading/{jobId}', { params: { path: { jobId } } })),
  });
  const taken = gear.data?.taken;
  const answer = gear.data?.answer;
  const chosen = taken
    ? Math.max(
        0,
        answer?.candidates.findIndex(
          (c) => c.pitch.value === taken.pitch.value && c.pressureAngleDeg === taken.pressureAngleDeg,
        ) ?? 0,
      )
    : 0;
  return (
    <ReadingMat
      name={gear.data?.name ?? ''}
      bore={gear.data?.bore ?? ''}
      answer={answer}
      chosen={chosen}
      overlay={false}
    />
  );
}
