import { createServer, type RequestListener, type Server, type ServerResponse } from 'node:http';
import { readFileSync } from 'node:fs';
import { isIPv6, type AddressInfo, type Socket } from 'node:net';

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

const HEADERS_WITHIN_MS = 10_000;
/** How often it is looked whether a request is late. */
const LOOKED_EVERY_MS = 1_000;
const MOST_CONNECTIONS = 2_000;
/** Descriptors that are kept for files, services and whatever a connection makes. */
const FOR_FILES = 200;

/**
 * How many connections there may be: the files of the shop need descriptors too, and a machine may allow few.
 * @param limits what Linux says of this process's limits; empty elsewhere
 */
export function mostConnections(limits: string): number {
  const allowed = /^Max open files\s+(\d+)/m.exec(limits)?.[1];
  return allowed === undefined
    ? MOST_CONNECTIONS
    : Math.max(50, Math.min(MOST_CONNECTIONS, Number(allowed) - FOR_FILES));
}

function ownLimits(): string {
  try {
    return readFileSync('/proc/self/limits', 'utf8');
  } catch {
    // Not on this system: then nothing is known of them.
    return '';
  }
}

/** Takes the port before any file is opened. @param most connections at once @throws with a sentence where another program has it */
export async function listen(
  port: number,
  host: string,
  most: number = mostConnections(ownLimits()),
): Promise<Listening> {
  let listener: RequestListener = (_req, res) => {
    res.writeHead(503, { 'content-type': 'text/plain', 'retry-after': '2' }).end('The shop is starting.');
  };
  const answering = new Set<ServerResponse>();
  const waiting: (() => void)[] = [];
  const isQuiet = (): boolean => [...answering].every((res) => res.getHeader('content-type') === 'text/event-stream');
  /** Connections by when they last said something; those that are being answered are not among the quiet. */
  const quiet = new Map<Socket, string>();
  const server = createServer({ connectionsCheckingInterval: LOOKED_EVERY_MS }, (req, res) => {
    // Named now: a request that is cut off has no socket any more when it closes.
    const { socket } = req;
    quiet.delete(socket);
    res.once('close', () => {
      if (!socket.destroyed) quiet.set(socket, socket.remoteAddress ?? '');
    });
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
  server.maxConnections = most;
  let connections = 0;
  server.on('connection', (socket) => {
    connections += 1;
    quiet.set(socket, socket.remoteAddress ?? '');
    socket.once('close', () => {
      connections -= 1;
      quiet.delete(socket);
    });
    // Nobody is kept out by connections that say nothing: the oldest of the place with most of them goes.
    if (connections > most * 0.9) oldestOfMost(quiet)?.destroy();
  });
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

function oldestOfMost(quiet: ReadonlyMap<Socket, string>): Socket | undefined {
  const perPlace = new Map<string, number>();
  for (const place of quiet.values()) perPlace.set(place, (perPlace.get(place) ?? 0) + 1);
  const most = Math.max(0, ...perPlace.values());
  for (const [socket, place] of quiet) if (perPlace.get(place) === most) return socket;
  return undefined;
}

/** How a host is written in an address of this machine: IPv6 in brackets (RFC 3986, 3.2.2), "everywhere" as this machine. */
export function nameInAddress(host: string): string {
  if (host === '0.0.0.0') return '127.0.0.1';
  if (host === '::') return '[::1]';
  return isIPv6(host) ? `[${host}]` : host;
}
