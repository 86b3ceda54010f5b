import { escapeHtml, servicePage } from '../shared/page';
import type { Charge } from './records';

/** The page of the buyer's bank: approve or decline, then go back to the tab that waits. */
export function bankPage(charge: Charge): string {
  const amount = `${(charge.amount / 100).toFixed(2)} ${charge.currency}`;
  const body =
    charge.status === 'confirm'
      ? `<p>${escapeHtml(charge.statement)} asks for</p><p class="sum">${escapeHtml(amount)}</p><p>${escapeHtml(charge.description)}</p>
         <form method="post"><button name="answer" value="approve">Approve the payment</button><button class="quiet" name="answer" value="decline">Decline</button></form>`
      : `<p class="sum">${charge.status === 'paid' ? 'Approved.' : charge.status === 'refused' ? 'Declined.' : 'This request is over.'}</p><p>You can close this page and go back to the shop.</p>`;
  return servicePage('Your bank (simulated)', 'Your bank, simulated. No real money moves.', body);
}
