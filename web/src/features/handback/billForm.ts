import { z } from 'zod';
import { typedNumber } from '../../parts/unit';
import type { Schemas } from '../../api/client';
import type { Handback } from './queries';

export const OF = ['labour', 'part', 'other'] as const;

/** A bill as it is being written: everything as typed. */
export const billForm = z.object({
  lines: z.array(z.object({ of: z.enum(OF), what: z.string(), quantity: z.string(), price: z.string() })),
  discount: z.string(),
  paid: z.string(),
  billedTo: z.string(),
});
export type BillForm = z.infer<typeof billForm>;

function linesOf(lines: Schemas['BillLine'][]): BillForm['lines'] {
  return lines.map((line) => ({
    of: line.of,
    what: line.what,
    quantity: String(line.quantity),
    price: String(line.price),
  }));
}

export function proposedForm(known: Handback): BillForm {
  return { lines: linesOf(known.proposed), discount: '', paid: '', billedTo: known.billedTo };
}

/** A bill that is out, as it was written. */
export function issuedForm(bill: Schemas['IssuedBill']): BillForm {
  return {
    lines: linesOf(bill.bill.lines),
    discount: String(bill.bill.discount),
    paid: String(bill.bill.paid),
    billedTo: bill.billedTo,
  };
}

const amount = (typed: string) => (typed.trim() === '' ? 0 : typedNumber(typed));

/** What is typed, as the server takes it; undefined while a number cannot be read. */
export function readForm(form: BillForm): Schemas['BillRequest'] | undefined {
  const discount = amount(form.discount);
  const paid = amount(form.paid);
  const lines = form.lines.map((line) => ({
    of: line.of,
    what: line.what,
    quantity: typedNumber(line.quantity),
    price: amount(line.price),
  }));
  if (discount === undefined || paid === undefined) return undefined;
  const read: Schemas['BillLine'][] = [];
  for (const { quantity, price, ...line } of lines) {
    if (quantity === undefined || price === undefined) return undefined;
    read.push({ ...line, quantity, price });
  }
  return { lines: read, discount, paid, billedTo: form.billedTo };
}
