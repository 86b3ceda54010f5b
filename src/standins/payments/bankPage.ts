import type { Charge } from './service';

const escape = (text: string): string => text.replace(/[&<>"']/g, (c) => `&#${c.charCodeAt(0)};`);

/** The page of the buyer's bank: approve or decline, then go back to the tab that waits. */
export function bankPage(charge: Charge): string {
  const amount = `${(charge.amount / 100).toFixed(2)} ${charge.currency}`;
  const body =
    charge.status === 'confirm'
      ? `<p>${escape(charge.statement)} asks for</p><p class="sum">${escape(amount)}</p><p>${escape(charge.description)}</p>
         <form method="post"><button name="answer" value="approve">Approve the payment</button><button class="quiet" name="answer" value="decline">Decline</button></form>`
      : `<p class="sum">${charge.status === 'paid' ? 'Approved.' : charge.status === 'refused' ? 'Declined.' : 'This request is over.'}</p><p>You can close this page and go back to the shop.</p>`;
  return `<!doctype html><html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width,initial-scale=1"><title>Your bank (simulated)</title>
<style>body{font:17px/1.5 system-ui,sans-serif;max-width:22rem;margin:12vh auto;padding:0 1rem;color:#223}small{color:#566}.sum{font-size:1.8rem;margin:.2em 0}button{font:inherit;display:block;width:100%;padding:.7em;margin:.6em 0;border:1px solid #223;background:#223;color:#fff}.quiet{background:#fff;color:#223}</style></head>
<body><small>Your bank, simulated. No real money moves.</small>${body}</body></html>`;
}
