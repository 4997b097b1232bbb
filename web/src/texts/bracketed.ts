/** The same texts, each in brackets; of those made up of values, what comes out. */
export function bracketed<T>(texts: T): T {
  if (typeof texts === 'string') return `[${texts}]` as T;
  if (typeof texts === 'function') {
    const made = texts as unknown as (...values: unknown[]) => unknown;
    return ((...values: unknown[]) => bracketed(made(...values))) as T;
  }
  if (texts === null || typeof texts !== 'object') return texts;
  return Object.fromEntries(
    Object.entries(texts).map(([name, text]) => [name, bracketed(text as unknown)]),
  ) as T;
}
