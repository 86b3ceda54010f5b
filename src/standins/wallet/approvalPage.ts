import { escapeHtml, servicePage } from '../shared/page';
import type { Approval } from '../payments/records';

/** Whose page it is, and whether it can be charged again later. */
export interface Kind {
  name: string;
  once: boolean;
}

/** The page of a wallet or a bank: its owner approves a sum, or goes back without. */
export function approvalPage(approval: Approval, { name, once }: Kind): string {
  const amount = `${(approval.amount / 100).toFixed(2)} ${approval.currency}`;
  const later = once ? '' : '<p>Later payments to this shop are approved with it.</p>';
  return servicePage(
    `${name} (simulated)`,
    `${name}, simulated. No real money moves.`,
    `<p>${escapeHtml(approval.statement)} asks for</p><p class="sum">${escapeHtml(amount)}</p><p>${escapeHtml(approval.description)}</p>${later}
     <form method="post"><button name="answer" value="approve">Approve</button>${
       once ? '' : '<button class="quiet" name="answer" value="approve-now">Approve, and refuse later payments</button>'
     }<button class="quiet" name="answer" value="empty">Approve with too little money in it</button><button class="quiet" name="answer" value="back">Back to the shop without paying</button></form>`,
  );
}
