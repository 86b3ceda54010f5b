import { open } from 'node:fs/promises';
import { replaceFile } from './smallFile';

/** The few things that what must not be lost asks of a disk; a test puts a failing one in its place. */
export interface Disk {
  openAppend(path: string): Promise<LogFile>;
  /** Replaces a small file whole; where that fails the file is what it was. */
  replace(path: string, text: string): Promise<void>;
}

export interface LogFile {
  size(): Promise<number>;
  write(bytes: Buffer, position: number): Promise<void>;
  sync(): Promise<void>;
  cut(length: number): Promise<void>;
  close(): Promise<void>;
}

export const realDisk: Disk = {
  async openAppend(path) {
    // 'a+' would ignore positions; the position is ours to say, so that a failed write leaves no hole.
    const handle = await open(path, 'r+').catch(() => open(path, 'w+', 0o600));
    return {
      size: async () => (await handle.stat()).size,
      async write(bytes, position) {
        let done = 0;
        while (done < bytes.length)
          done += (await handle.write(bytes, done, bytes.length - done, position + done)).bytesWritten;
      },
      sync: () => handle.datasync(),
      cut: (length) => handle.truncate(length),
      close: () => handle.close(),
    };
  },
  replace: replaceFile,
};
