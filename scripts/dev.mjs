// npm run dev: the demo shop from the sources on one address. Studio, member area and checkout change in the open
// window as their sources do; when one of the counter's changes it is started anew and the windows are loaded again.
import { spawn } from 'node:child_process';
import { cpSync, mkdirSync, writeFileSync } from 'node:fs';
import { request } from 'node:http';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { install } from './run.mjs';

await install();
const { createServer } = await import('vite');
const root = fileURLToPath(new URL('..', import.meta.url));
const folder = join(root, '.dev');
const client = join(folder, 'client');
const port = Number(process.env.PORT ?? 4600);
const address = `http://127.0.0.1:${port}`;

// What the build would have laid down, naming the sources themselves: Vite hands them out.
mkdirSync(join(client, '.vite'), { recursive: true });
for (const page of ['studio.html', 'member.html']) cpSync(join(root, page), join(client, page));
const fonts = ['bricolage-grotesque', 'source-sans-3'].map((f) => `node_modules/@fontsource-variable/${f}/index.css`);
const pages = { file: 'src/pages/entry.ts', css: ['src/pages/pages.css', ...fonts] };
writeFileSync(
  join(client, '.vite', 'manifest.json'),
  JSON.stringify({
    'src/pages/entry.ts': pages,
    ...Object.fromEntries(
      ['en', 'de'].map((language) => {
        const file = `src/pages/checkout/entry.${language}.ts`;
        return [file, { ...pages, file }];
      }),
    ),
  }),
);

/** What Vite itself answers; everything else is the counter's. */
const OF_VITE = /^\/(src|node_modules|@[\w-]+|__\w+)(\/|$|\?)/;
let counterPort = null;

const vite = await createServer({
  root,
  appType: 'custom',
  clearScreen: false,
  server: { port, strictPort: true, host: '127.0.0.1' },
  plugins: [{ name: 'counter', configureServer: ({ middlewares }) => void middlewares.use(handOn) }],
});

/** Hands a request on to the counter. Pages that come back are made ready for what changes in them. */
function handOn(req, res, next) {
  if (OF_VITE.test(req.url)) return next();
  if (counterPort === null) return void res.writeHead(503, { 'retry-after': '1' }).end('The counter is starting.');
  const on = request({ port: counterPort, path: req.url, method: req.method, headers: req.headers }, (answer) => {
    const headers = { ...answer.headers };
    if (!/^text\/html/.test(headers['content-type'] ?? '')) {
      res.writeHead(answer.statusCode, headers);
      return void answer.pipe(res);
    }
    // Scripts that Vite writes into the page are not in the counter's policy.
    for (const name of ['content-security-policy', 'content-length', 'etag']) delete headers[name];
    let html = '';
    answer.setEncoding('utf8').on('data', (piece) => (html += piece));
    answer.on('end', () => {
      void vite
        .transformIndexHtml(req.url, html)
        .then((made) => res.writeHead(answer.statusCode, headers).end(made), next);
    });
  });
  on.on(
    'error',
    () => void (res.headersSent ? res.destroy() : res.writeHead(502).end('The counter is not there now.')),
  );
  res.on('close', () => on.destroy());
  req.pipe(on);
}

await vite.listen();
const counter = spawn(
  process.execPath,
  [join(root, 'node_modules/tsx/dist/cli.mjs'), 'watch', '--clear-screen=false', 'demo/dev.ts'],
  {
    cwd: root,
    // Any port of its own: the address people use is Vite's.
    env: { ...process.env, KEEL_DEV: folder, PORT: '0', KEEL_ADDRESS: address },
    stdio: ['ignore', 'pipe', 'inherit'],
  },
);
counter.stdout.on('data', (piece) => {
  const text = piece.toString();
  const own = /http:\/\/127\.0\.0\.1:(\d+)/g;
  const inner = own.exec(text)?.[1];
  if (/^ready /m.test(text) && inner) {
    if (counterPort !== null) vite.ws.send({ type: 'full-reload' });
    counterPort = Number(inner);
  }
  process.stdout.write(text.replaceAll(`127.0.0.1:${counterPort}`, `127.0.0.1:${port}`));
});
const stop = () => {
  counter.kill();
  void vite.close().finally(() => process.exit(0));
};
process.once('SIGINT', stop);
process.once('SIGTERM', stop);
counter.once('exit', stop);
