import { en } from './en';

/** Every text a person reads on screen, in one language. */
export type Texts = typeof en;

/** Languages beside English, each fetched only where it is read; their words of the server's are a file in `words`. */
const LANGUAGES: Record<string, () => Promise<Texts>> = {
  // For whoever puts Gewerk into another language: each text in brackets, so that what has none is not a text yet.
  qaa: async () => (await import('./bracketed')).bracketed(en),
};

const spoken = navigator.languages
  .map((language) => language.split('-')[0] ?? '')
  .find((code) => code === 'en' || code in LANGUAGES);

/** The first language that the browser asks for and Gewerk speaks. */
export const language = spoken ?? 'en';

export const texts: Texts = (await LANGUAGES[language]?.()) ?? en;
