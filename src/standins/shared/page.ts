/** Text as it may stand in a page. */
export const escapeHtml = (text: string): string => text.replace(/[&<>"']/g, (c) => `&#${c.charCodeAt(0)};`);

/** A small page of a service outside of the shop, in its own plain look. @param head whose it is, in a line */
export const servicePage = (title: string, head: string, body: string): string =>
  `<!doctype html><html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width,initial-scale=1"><title>${title}</title>
<style>body{font:17px/1.5 system-ui,sans-serif;max-width:22rem;margin:12vh auto;padding:0 1rem;color:#223}small{color:#566}.sum{font-size:1.8rem;margin:.2em 0}button{font:inherit;display:block;width:100%;padding:.7em;margin:.6em 0;border:1px solid #223;background:#223;color:#fff}.quiet{background:#fff;color:#223}</style></head>
<body><small>${head}</small>${body}</body></html>`;
