import { StorageFailed } from '#core/shop';
import { type Disk, type LogFile, NotSynced } from './disk';
import { isMissing } from './fileCalls';

interface Waiting {
  bytes: Buffer;
  safe: () => void;
  failed: (error: StorageFailed) => void;
}

/** A log is gone, or shorter than what was written to it: nothing is written to it until the shop starts again. */
export class FileShrank extends StorageFailed {
  constructor(
    readonly path: string,
    known: number,
    found: number | null,
  ) {
    super(
      found === null
        ? `${path} is gone while the shop runs; ${known} bytes had been written to it`
        : `${path} has ${found} bytes; ${known} had been written to it`,
    );
  }
}

/**
 * An append-only file of lines. Everything that waits goes out in one write and one sync, then all who waited
 * are answered. When that fails, the file is cut to its last synced length and opened anew, since after a failed
 * sync nothing is known of what the old handle holds. A file that is shorter than known is never written to: bytes
 * behind its end would make a hole of what is lost.
 */
export class SyncedLog {
  #file: LogFile | null;
  #length: number;
  #queue: Waiting[] = [];
  /** A replacing of the whole file waits for what is being written, and what comes later waits for it. */
  #replacing: (() => Promise<void>)[] = [];
  #busy = false;
  #closed = false;
  #shrank: FileShrank | null = null;
  #idle: (() => void)[] = [];

  private constructor(
    private readonly disk: Disk,
    readonly path: string,
    file: LogFile,
    length: number,
    private readonly onShrank: (error: FileShrank) => void,
  ) {
    this.#file = file;
    this.#length = length;
  }

  /**
   * @param read what was read of the file: how many bytes, and how many of them to keep. What is behind those is cut
   *   off. A file of which nothing was read is created where it does not exist.
   * @param onShrank told once, when the file is found to be shorter than what was written to it
   * @throws FileShrank when the file is shorter than what was read
   * @throws Error when it is longer: then it was not read to its end, and what was not read would be cut off
   */
  static async open(
    disk: Disk,
    path: string,
    read: { bytes: number; keep: number },
    onShrank: (error: FileShrank) => void = () => undefined,
  ): Promise<SyncedLog> {
    const file = await openKnown(disk, path, read.bytes, { keep: read.keep });
    return new SyncedLog(disk, path, file, read.keep, onShrank);
  }

  /** Resolves once the line is on the disk. @throws StorageFailed when nothing of it was kept */
  append(line: string): Promise<void> {
    return new Promise((safe, failed) => {
      if (this.#closed) return failed(new StorageFailed(`${this.path} has been closed`));
      this.#queue.push({ bytes: Buffer.from(`${line}\n`), safe, failed });
      if (!this.#busy) void this.#drain();
    });
  }

  /**
   * Puts other lines in the place of all there are. What was appended before is written first.
   * @param lines asked for once nothing is being written any more
   * @throws StorageFailed when the file is what it was. Where only its folder could not be synced the new lines are
   *   there, and that is an error too: a power cut may bring the old ones back.
   */
  replaceAll(lines: () => string): Promise<void> {
    return new Promise((done, failed) => {
      if (this.#closed) return failed(new StorageFailed(`${this.path} has been closed`));
      this.#replacing.push(() => this.#replaceNow(lines()).then(done, failed));
      if (!this.#busy) void this.#drain();
    });
  }

  /** Waits for what is queued, then closes; nothing is taken any more. */
  async close(): Promise<void> {
    this.#closed = true;
    if (this.#busy) await new Promise<void>((resolve) => this.#idle.push(resolve));
    const file = this.#file;
    this.#file = null;
    await file?.close();
  }

  async #drain(): Promise<void> {
    this.#busy = true;
    while (this.#queue.length > 0 || this.#replacing.length > 0) {
      if (this.#queue.length > 0) await this.#writeRound();
      const replace = this.#replacing.shift();
      if (!replace) continue;
      // Whoever was answered just now holds what was written before the new lines are asked for.
      await new Promise(setImmediate);
      await replace();
    }
    this.#busy = false;
    for (const resolve of this.#idle.splice(0)) resolve();
  }

  async #writeRound(): Promise<void> {
    const round = this.#queue;
    this.#queue = [];
    const bytes = Buffer.concat(round.map((w) => w.bytes));
    try {
      const file = await this.#writable();
      await file.write(bytes, this.#length);
      await file.sync();
      this.#length += bytes.length;
      for (const waiting of round) waiting.safe();
    } catch (cause) {
      await this.#giveUpHandle();
      const error = this.#shrank ?? new StorageFailed(`Could not write ${this.path}`, { cause });
      // Whoever queued behind decided on what has just been lost, so they fail too.
      for (const waiting of [...round, ...this.#queue]) waiting.failed(error);
      this.#queue = [];
    }
  }

  async #replaceNow(text: string): Promise<void> {
    if (this.#shrank) throw this.#shrank;
    const file = this.#file;
    this.#file = null;
    // The handle is of the file that goes; whatever it says on closing, all of it is synced.
    await file?.close().catch(() => undefined);
    try {
      await this.disk.replace(this.path, text);
    } catch (cause) {
      if (cause instanceof NotSynced) this.#length = Buffer.byteLength(text);
      throw new StorageFailed(`Could not write ${this.path}`, { cause });
    }
    this.#length = Buffer.byteLength(text);
  }

  /** The open file, known to hold all that was written. */
  async #writable(): Promise<LogFile> {
    if (this.#shrank) throw this.#shrank;
    try {
      if (!this.#file) return (this.#file = await openKnown(this.disk, this.path, this.#length));
      const size = await this.#file.size();
      if (size < this.#length) throw new FileShrank(this.path, this.#length, size);
      return this.#file;
    } catch (error) {
      if (error instanceof FileShrank) {
        this.#shrank = error;
        this.onShrank(error);
      }
      throw error;
    }
  }

  async #giveUpHandle(): Promise<void> {
    const file = this.#file;
    this.#file = null;
    try {
      // Never longer: cutting a file that is too short would fill it up with nothing.
      if (file && (await file.size()) > this.#length) {
        await file.cut(this.#length);
        await file.sync();
      }
    } catch {
      // Reopening cuts again before anything else is written.
    }
    await file?.close().catch(() => undefined);
  }
}

/**
 * Opens a log that holds at least so many bytes.
 * @param keep cuts it to these; left out, what is behind the known bytes is cut off
 * @throws FileShrank when it holds fewer
 */
async function openKnown(disk: Disk, path: string, length: number, { keep }: { keep?: number } = {}): Promise<LogFile> {
  const file = await disk.openAppend(path, length === 0).catch((error: unknown) => {
    throw isMissing(error) && length > 0 ? new FileShrank(path, length, null) : error;
  });
  try {
    const size = await file.size();
    if (size < length) throw new FileShrank(path, length, size);
    if (keep !== undefined && size > length)
      throw new Error(`${path} has ${size} bytes, of which only ${length} could be read. Nothing was changed.`);
    if (size > (keep ?? length)) {
      await file.cut(keep ?? length);
      await file.sync();
    }
    return file;
  } catch (error) {
    await file.close().catch(() => undefined);
    throw error;
  }
}
