import { createServer, type RequestListener, type Server, type ServerResponse } from 'node:http';
import { isIPv6, type AddressInfo } from 'node:net';

export interface Listening {
  server: Server;
  /** Where this machine reaches it. */
  address: string;
  /** From now on requests are answered by this; before they read that the shop is starting. */
  answerWith(listener: RequestListener): void;
  /** Resolves once nothing is being answered, but for streams that have no end. */
  quiet(): Promise<void>;
  close(): Promise<void>;
}

const HEADERS_WITHIN_MS = 15_000;
const MOST_CONNECTIONS = 2_000;

/** Takes the port before any file is opened. @throws with a sentence where another program has it */
export async function listen(port: number, host: string): Promise<Listening> {
  let listener: RequestListener = (_req, res) => {
    res.writeHead(503, { 'content-type': 'text/plain', 'retry-after': '2' }).end('The shop is starting.');
  };
  const answering = new Set<ServerResponse>();
  const waiting: (() => void)[] = [];
  const isQuiet = (): boolean => [...answering].every((res) => res.getHeader('content-type') === 'text/event-stream');
  const server = createServer((req, res) => {
    answering.add(res);
    res.once('close', () => {
      answering.delete(res);
      if (waiting.length > 0 && isQuiet()) for (const tell of waiting.splice(0)) tell();
    });
    listener(req, res);
  });
  server.headersTimeout = HEADERS_WITHIN_MS;
  // How long a body may take is said by who reads it: a film may take hours.
  server.requestTimeout = 0;
  server.maxConnections = MOST_CONNECTIONS;
  await new Promise<void>((resolve, reject) => {
    server.once('error', (error: NodeJS.ErrnoException) =>
      reject(
        error.code === 'EADDRINUSE'
          ? new Error(`Port ${port} is taken by another program. Nothing was opened. Name another in PORT.`)
          : error,
      ),
    );
    server.listen(port, host, resolve);
  });
  return {
    server,
    address: `http://${nameInAddress(host)}:${(server.address() as AddressInfo).port}`,
    answerWith(next) {
      listener = next;
    },
    quiet: () => new Promise((resolve) => (isQuiet() ? resolve() : waiting.push(resolve))),
    close: () =>
      new Promise((resolve) => {
        server.close(() => resolve());
        server.closeAllConnections();
      }),
  };
}

/** How a host is written in an address of this machine: IPv6 in brackets (RFC 3986, 3.2.2), "everywhere" as this machine. */
export function nameInAddress(host: string): string {
  if (host === '0.0.0.0') return '127.0.0.1';
  if (host === '::') return '[::1]';
  return isIPv6(host) ? `[${host}]` : host;
}
