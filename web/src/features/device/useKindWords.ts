import { useQuery } from '@tanstack/react-query';
import { choicesQuery } from '../intake/queries';

/** What a kind of machine is called, by its code. */
export function useKindWords(): (code: string) => string {
  const kinds = useQuery(choicesQuery).data?.kinds;
  return (code) => kinds?.find((k) => k.code === code)?.words ?? '';
}
