import type { Disk } from './disk';

export interface ClosableDisk extends Disk {
  /** Waits for what is being written; from then on everything is refused. */
  close(): Promise<void>;
}

/** The disk of one shop, which closes with it: nothing is written into a folder that may be another's by then. */
export function closableDisk(disk: Disk): ClosableDisk {
  const underWay = new Set<Promise<unknown>>();
  let closed = false;

  async function whileOpen<T>(act: () => Promise<T>): Promise<T> {
    if (closed) throw new Error('The shop has closed. Nothing was written.');
    const acting = act();
    underWay.add(acting);
    try {
      return await acting;
    } finally {
      underWay.delete(acting);
    }
  }

  return {
    openAppend: (path, mayCreate) => whileOpen(() => disk.openAppend(path, mayCreate)),
    replace: (path, text) => whileOpen(() => disk.replace(path, text)),
    remove: (path) => whileOpen(() => disk.remove(path)),
    read: (path) => disk.read(path),
    pieces: (path, from) => disk.pieces(path, from),
    async close() {
      closed = true;
      await Promise.allSettled(underWay);
    },
  };
}
