import { randomUUID } from 'node:crypto';
import { constants } from 'node:fs';
import { dirname } from 'node:path';
import { type FileCalls, isMissing, nodeFileCalls, type OpenFile } from './fileCalls';

/** What the shop asks of a disk for everything that must not be lost; a test puts a failing one in its place. */
export interface Disk {
  /**
   * Opens a log for writing.
   * @param mayCreate whether the file is created where it does not exist; a file known to hold something never is
   * @throws the error of the operating system; no file is created, emptied or shortened after any of them
   */
  openAppend(path: string, mayCreate?: boolean): Promise<LogFile>;
  /**
   * Replaces a small file whole. Where that fails the file is what it was; only where the folder could not be synced
   * (`NotSynced`) is it already the new one, which a power cut may still undo.
   */
  replace(path: string, text: string): Promise<void>;
  /** Removes a file; one that is not there is no error. */
  remove(path: string): Promise<void>;
  /** All of a small file, or null when it does not exist. @throws the error of the operating system otherwise */
  read(path: string): Buffer | null;
  /** The bytes of a file from an offset on, in pieces; nothing where it does not exist. */
  pieces(path: string, from?: number): AsyncGenerator<Buffer>;
}

export interface LogFile {
  size(): Promise<number>;
  write(bytes: Buffer, position: number): Promise<void>;
  sync(): Promise<void>;
  cut(length: number): Promise<void>;
  close(): Promise<void>;
}

/** A file was replaced, and the disk would not say that its folder is safe. */
export class NotSynced extends Error {
  constructor(
    readonly path: string,
    cause: unknown,
  ) {
    super(`${path} was replaced, and its folder could not be synced`, { cause });
  }
}

const PIECE_BYTES = 1 << 20;

/** The disk behind these calls. */
export function diskOver(calls: FileCalls): Disk {
  async function openExisting(path: string, mayCreate: boolean): Promise<OpenFile> {
    try {
      // Append mode would ignore positions; the position is ours to say, so that a failed write leaves no hole.
      return await calls.open(path, constants.O_RDWR);
    } catch (error) {
      if (!isMissing(error) || !mayCreate) throw error;
    }
    const made = await calls.open(path, constants.O_RDWR | constants.O_CREAT | constants.O_EXCL, 0o600);
    try {
      // A file whose name a power cut can take away again would be created a second time, empty.
      await syncFolder(dirname(path), calls);
    } catch (error) {
      // Nothing was written to it; what is said is why its name is not safe.
      await made.close().catch(() => undefined);
      throw error;
    }
    return made;
  }

  return {
    async openAppend(path, mayCreate = true) {
      const file = await openExisting(path, mayCreate);
      return {
        size: async () => (await file.stat()).size,
        async write(bytes, position) {
          for (let done = 0; done < bytes.length;)
            done += (await file.write(bytes, done, bytes.length - done, position + done)).bytesWritten;
        },
        sync: () => file.datasync(),
        cut: (length) => file.truncate(length),
        close: () => file.close(),
      };
    },
    async replace(path, text) {
      await calls.mkdir(dirname(path));
      // Under a name of its own, so that two at once never share one.
      const beside = `${path}.${randomUUID()}.part`;
      try {
        await writeWhole(calls, beside, Buffer.from(text));
        await calls.rename(beside, path);
      } catch (error) {
        // A part that cannot be removed is left beside: nobody reads it. What is said is why nothing was replaced.
        await calls.rm(beside).catch(() => undefined);
        throw error;
      }
      await syncFolder(dirname(path), calls).catch((cause: unknown) => {
        throw new NotSynced(path, cause);
      });
    },
    remove: (path) => calls.rm(path),
    read(path) {
      try {
        return calls.readSync(path);
      } catch (error) {
        if (isMissing(error)) return null;
        throw error;
      }
    },
    async *pieces(path, from = 0) {
      let file: OpenFile;
      try {
        file = await calls.open(path, constants.O_RDONLY);
      } catch (error) {
        if (isMissing(error)) return;
        throw error;
      }
      const readAt = async (at: number): Promise<Buffer> => {
        const buffer = Buffer.allocUnsafe(PIECE_BYTES);
        const { bytesRead } = await file.read(buffer, 0, PIECE_BYTES, at);
        return buffer.subarray(0, bytesRead);
      };
      // The next piece is read while this one is worked on.
      let next = readAt(from);
      try {
        for (let at = from; ;) {
          const piece = await next;
          if (piece.length === 0) return;
          at += piece.length;
          next = readAt(at);
          // Its error is thrown where it is waited for; nobody may be waiting yet.
          next.catch(() => undefined);
          yield piece;
        }
      } finally {
        // Whoever reads no further needs to hear of nothing; the file is closed once that piece has come.
        await next.catch(() => undefined);
        // What was read is whole whether or not the file can be closed.
        await file.close().catch(() => undefined);
      }
    },
  };
}

async function writeWhole(calls: FileCalls, path: string, bytes: Buffer): Promise<void> {
  const file = await calls.open(path, 'wx', 0o600);
  try {
    for (let done = 0; done < bytes.length;)
      done += (await file.write(bytes, done, bytes.length - done, done)).bytesWritten;
    await file.datasync();
  } catch (error) {
    // What is said is why it could not be written.
    await file.close().catch(() => undefined);
    throw error;
  }
  await file.close();
}

/** Makes what was created, renamed or removed in a folder safe. */
export async function syncFolder(path: string, calls: FileCalls = nodeFileCalls): Promise<void> {
  const folder = await calls.open(path, 'r');
  try {
    await folder.sync();
  } finally {
    await folder.close().catch(() => undefined);
  }
}

export const realDisk: Disk = diskOver(nodeFileCalls);
