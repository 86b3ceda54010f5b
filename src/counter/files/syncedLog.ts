import { StorageFailed } from '#core/shop';
import type { Disk, LogFile } from './disk';

interface Waiting {
  bytes: Buffer;
  safe: () => void;
  failed: (error: StorageFailed) => void;
}

/**
 * An append-only file of lines. Everything that waits goes out in one write and one sync, then all who waited
 * are answered. When that fails, the file is cut to its last synced length and opened anew, since after a failed
 * sync nothing is known of what the old handle holds.
 */
export class SyncedLog {
  #file: LogFile | null;
  #length: number;
  #queue: Waiting[] = [];
  #busy = false;
  #closed = false;
  #idle: (() => void)[] = [];

  private constructor(
    private readonly disk: Disk,
    readonly path: string,
    file: LogFile,
    length: number,
  ) {
    this.#file = file;
    this.#length = length;
  }

  /** @param keep bytes of the file that are whole lines; anything after is cut off */
  static async open(disk: Disk, path: string, keep?: number): Promise<SyncedLog> {
    const file = await disk.openAppend(path);
    const size = await file.size();
    const length = keep ?? size;
    if (length < size) {
      await file.cut(length);
      await file.sync();
    }
    return new SyncedLog(disk, path, file, length);
  }

  /** Resolves once the line is on the disk. @throws StorageFailed when nothing of it was kept */
  append(line: string): Promise<void> {
    return new Promise((safe, failed) => {
      if (this.#closed) return failed(new StorageFailed(`${this.path} has been closed`));
      this.#queue.push({ bytes: Buffer.from(`${line}\n`), safe, failed });
      if (!this.#busy) void this.#drain();
    });
  }

  /** Waits for what is queued, then closes; nothing is taken any more. */
  async close(): Promise<void> {
    this.#closed = true;
    if (this.#busy) await new Promise<void>((resolve) => this.#idle.push(resolve));
    await this.#file?.close();
    this.#file = null;
  }

  async #drain(): Promise<void> {
    this.#busy = true;
    while (this.#queue.length > 0) {
      const round = this.#queue;
      this.#queue = [];
      const bytes = Buffer.concat(round.map((w) => w.bytes));
      try {
        const file = (this.#file ??= await this.#reopen());
        await file.write(bytes, this.#length);
        await file.sync();
        this.#length += bytes.length;
        for (const waiting of round) waiting.safe();
      } catch (cause) {
        await this.#giveUpHandle();
        const error = new StorageFailed(`Could not write ${this.path}`, { cause });
        // Whoever queued behind decided on what has just been lost, so they fail too.
        for (const waiting of [...round, ...this.#queue]) waiting.failed(error);
        this.#queue = [];
      }
    }
    this.#busy = false;
    for (const resolve of this.#idle.splice(0)) resolve();
  }

  async #reopen(): Promise<LogFile> {
    const file = await this.disk.openAppend(this.path);
    if ((await file.size()) > this.#length) {
      await file.cut(this.#length);
      await file.sync();
    }
    return file;
  }

  async #giveUpHandle(): Promise<void> {
    const file = this.#file;
    this.#file = null;
    try {
      await file?.cut(this.#length);
      await file?.sync();
    } catch {
      // Reopening cuts again before anything else is written.
    }
    await file?.close().catch(() => undefined);
  }
}
