import type { DraftTermsGiven } from './shopInMemory';

const setUp = (when: 'today' | 'with-first-payment'): DraftTermsGiven['setUp'] => ({
  amount: '50.00',
  label: 'set-up',
  when,
});

/** The worked values of the specification: what is due when, and what the statement says. */
export const WORKED: [string, DraftTermsGiven, string[], string, string][] = [
  [
    'once',
    { kind: 'once', amount: '27.00' },
    ['23 Nov 2026 27.00'],
    'Today €27.00, one payment.',
    'Heute 27,00 €, einmalig. Später nichts mehr.',
  ],
  [
    'subscription with a paid trial',
    { kind: 'subscription', amount: '100.00', trial: { days: '14', fee: '1.00' } },
    ['23 Nov 2026 1.00', '7 Dec 2026 100.00', '7 Jan 2027 100.00'],
    'Today €1.00 for the first 14 days. Then €100.00 monthly from 7 December 2026, until cancelled. Cancel before 7 December 2026 and nothing more is charged.',
    'Heute 1,00 € für die ersten 14 Tage. Danach monatlich 100,00 € ab dem 7. Dezember 2026, bis zur Kündigung. Wer vor dem 7. Dezember 2026 kündigt, zahlt nichts weiter.',
  ],
  [
    'yearly, free trial, set-up today',
    {
      kind: 'subscription',
      amount: '199.00',
      every: { count: '1', unit: 'year' },
      trial: { days: '7', fee: '' },
      setUp: setUp('today'),
    },
    ['23 Nov 2026 50.00', '30 Nov 2026 199.00', '30 Nov 2027 199.00'],
    'Today €50.00 for set-up; the first 7 days are free. Then €199.00 yearly from 30 November 2026, until cancelled. Cancel before 30 November 2026 and nothing more is charged.',
    'Heute 50,00 € für set-up; die ersten 7 Tage sind kostenlos. Danach jährlich 199,00 € ab dem 30. November 2026, bis zur Kündigung. Wer vor dem 30. November 2026 kündigt, zahlt nichts weiter.',
  ],
  [
    'yearly, set-up with the first payment',
    {
      kind: 'subscription',
      amount: '199.00',
      every: { count: '1', unit: 'year' },
      trial: { days: '7', fee: '' },
      setUp: setUp('with-first-payment'),
    },
    ['23 Nov 2026 0.00', '30 Nov 2026 249.00', '30 Nov 2027 199.00'],
    'Today nothing: the first 7 days are free. Then €249.00 on 30 November 2026, of which €50.00 for set-up, then €199.00 yearly from 30 November 2027, until cancelled. Cancel before 30 November 2026 and nothing more is charged.',
    'Heute nichts: die ersten 7 Tage sind kostenlos. Danach 249,00 € am 30. November 2026, davon 50,00 € für set-up, dann jährlich 199,00 € ab dem 30. November 2027, bis zur Kündigung. Wer vor dem 30. November 2026 kündigt, zahlt nichts weiter.',
  ],
  [
    'plan with trial and set-up',
    { kind: 'plan', amount: '99.00', payments: '3', trial: { days: '15', fee: '' }, setUp: setUp('today') },
    ['23 Nov 2026 50.00', '8 Dec 2026 99.00', '8 Jan 2027 99.00', '8 Feb 2027 99.00'],
    'Today €50.00 for set-up; the first 15 days are free. Then 3 payments of €99.00, monthly from 8 December 2026, the last on 8 February 2027. €347.00 in total. Cancel before 8 December 2026 and nothing more is charged.',
    'Heute 50,00 € für set-up; die ersten 15 Tage sind kostenlos. Danach 3 Zahlungen von 99,00 €, monatlich ab dem 8. Dezember 2026, die letzte am 8. Februar 2027. Insgesamt 347,00 €. Wer vor dem 8. Dezember 2026 kündigt, zahlt nichts weiter.',
  ],
  [
    'plan',
    { kind: 'plan', amount: '97.00', payments: '4' },
    ['23 Nov 2026 97.00', '23 Dec 2026 97.00', '23 Jan 2027 97.00', '23 Feb 2027 97.00'],
    'Today €97.00. Then 3 payments of €97.00, monthly from 23 December 2026, the last on 23 February 2027. €388.00 in total.',
    'Heute 97,00 €. Danach 3 Zahlungen von 97,00 €, monatlich ab dem 23. Dezember 2026, die letzte am 23. Februar 2027. Insgesamt 388,00 €.',
  ],
  [
    'introductory price',
    { kind: 'subscription', amount: '12.00', introductory: { payments: '3', amount: '6.00' } },
    ['23 Nov 2026 6.00', '23 Dec 2026 6.00', '23 Jan 2027 6.00', '23 Feb 2027 12.00'],
    'Today €6.00. Then 2 payments of €6.00, monthly from 23 December 2026, the last on 23 January 2027, then €12.00 monthly from 23 February 2027, until cancelled. Cancel any time; you keep access until the end of the period you paid for.',
    'Heute 6,00 €. Danach 2 Zahlungen von 6,00 €, monatlich ab dem 23. Dezember 2026, die letzte am 23. Januar 2027, dann monatlich 12,00 € ab dem 23. Februar 2027, bis zur Kündigung. Jederzeit kündbar zum Ende des bezahlten Zeitraums.',
  ],
];
