import { useQuery } from '@tanstack/react-query';
import { ReadingMat } from './ReadingMat';
import { gearQuery } from './queries';

/** The mat beside the other steps: the gear taken, or the most probable one so far. */
export function JobGearMat({ jobId }: { jobId: number }) {
  const gear = useQuery(gearQuery(jobId));
  return (
    <ReadingMat
      name={gear.data?.name ?? ''}
      bore={gear.data?.bore ?? ''}
      candidate={gear.data?.taken ?? gear.data?.answer?.candidates[0]}
      readings={gear.data?.answer?.readings ?? []}
    />
  );
}
