import type { ParsedMail } from 'mailparser';

const escape = (text: string): string => text.replace(/[&<>"']/g, (c) => `&#${c.charCodeAt(0)};`);
const addressOf = (mail: ParsedMail): string =>
  Array.isArray(mail.to) ? mail.to.map((t) => t.text).join(', ') : (mail.to?.text ?? '');

/** Who it goes to, with a link to all that went there. */
const recipient = (mail: ParsedMail): string => {
  const address = (Array.isArray(mail.to) ? mail.to[0] : mail.to)?.value[0]?.address ?? '';
  return `<a href="?to=${encodeURIComponent(address)}"><bdi>${escape(addressOf(mail))}</bdi></a>`;
};

function frame(title: string, body: string): string {
  return `<!doctype html><html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width,initial-scale=1"><title>${escape(title)}</title>
<style>body{font:16px/1.5 system-ui,sans-serif;max-width:44rem;margin:2rem auto;padding:0 1rem;color:#1c2b29;background:#fbfaf6}a{color:#14695d}ul{list-style:none;padding:0}li{border-top:1px solid #d8cfbb;padding:.6rem 0}small{color:#566}pre{white-space:pre-wrap;overflow-wrap:anywhere;font:inherit;background:#fff;border:1px solid #d8cfbb;padding:1rem}</style></head>
<body><small>Mail of a test shop. These messages went nowhere else.</small>${body}</body></html>`;
}

/** The newest messages. @param to whose alone; null of everybody */
export function listPage(mails: readonly { name: string; mail: ParsedMail }[], to: string | null): string {
  const rows = mails.map(
    ({ name, mail }) =>
      `<li><a href="${name}"><bdi>${escape(mail.subject ?? '')}</bdi></a><br><small>to ${recipient(mail)}, ${escape(mail.date?.toISOString().slice(0, 16).replace('T', ' ') ?? '')} UTC</small></li>`,
  );
  return frame(
    'Mail',
    `<h1>Mail${to === null ? '' : ` to ${escape(to)}`}</h1>${to === null ? '' : '<p><a href="./">Everybody’s</a></p>'}${rows.length === 0 ? '<p>No message yet. Buy something and its receipt appears here.</p>' : `<ul>${rows.join('')}</ul>`}`,
  );
}

/**
 * A message's plain text, with its web addresses made into links, and a way to see it as a mail program shows it.
 * Nothing of a message is put into this page as markup.
 */
export function messagePage(name: string, mail: ParsedMail): string {
  const text = escape(mail.text ?? '').replace(/https?:\/\/[^\s&#]+/g, (url) => `<a href="${url}">${url}</a>`);
  const html = mail.html ? `<p><a href="${name}?html">See it as a mail program shows it</a></p>` : '';
  return frame(
    mail.subject ?? 'Mail',
    `<h1><bdi>${escape(mail.subject ?? '')}</bdi></h1><p><small>to <bdi>${escape(addressOf(mail))}</bdi></small></p>${html}<pre>${text}</pre><p><a href="./">All mail</a> · <a href="${name}?raw">As it was sent</a></p>`,
  );
}
