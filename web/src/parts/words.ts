import { language } from '../texts';

// Days as they are written in this part of the world.
const WRITTEN = language === 'en' ? 'en-GB' : language;
const DAY = new Intl.DateTimeFormat(WRITTEN, { weekday: 'short', day: 'numeric', month: 'short' });
const MOMENT = new Intl.DateTimeFormat(WRITTEN, {
  day: 'numeric',
  month: 'short',
  hour: '2-digit',
  minute: '2-digit',
});

/** "Fri 27 Nov" of an ISO day. */
export function dayWords(iso: string): string {
  return DAY.format(new Date(`${iso}T12:00:00`));
}

/** "23 Nov, 09:10" of an ISO moment. */
export function momentWords(iso: string): string {
  return MOMENT.format(new Date(iso));
}

const TIME = new Intl.DateTimeFormat(WRITTEN, { hour: '2-digit', minute: '2-digit' });

/** "09:10" of an ISO moment. */
export function timeWords(iso: string): string {
  return TIME.format(new Date(iso));
}

export function money(amount: number, currency: string): string {
  return `${amount.toFixed(2)} ${currency}`;
}

/** 20 → "20°", 14.5 → "14½°". */
export function angleWords(degrees: number): string {
  return degrees % 1 === 0.5 ? `${Math.floor(degrees)}½°` : `${degrees}°`;
}

/** "no shift" within what can be read, else "shift +0.12". */
export function signed(value: number, digits = 2): string {
  return `${value < 0 ? '−' : '+'}${Math.abs(value).toFixed(digits)}`;
}
