import { expect, it } from 'vitest';
import { readForm, type BillForm } from './billForm';

const form: BillForm = {
  lines: [{ of: 'labour', what: 'Work', quantity: '1,25', price: '48,00' }],
  discount: '',
  paid: '20',
  billedTo: 'A. Owner',
};

it('reads comma and point, and nothing as nothing', () => {
  expect(readForm(form)).toEqual({
    lines: [{ of: 'labour', what: 'Work', quantity: 1.25, price: 48 }],
    discount: 0,
    paid: 20,
    billedTo: 'A. Owner',
  });
});

it('gives no bill while a number cannot be read', () => {
  expect(readForm({ ...form, paid: 'twenty' })).toBeUndefined();
  expect(readForm({ ...form, lines: [{ ...form.lines[0]!, quantity: '' }] })).toBeUndefined();
});
