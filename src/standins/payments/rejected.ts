/** What is asked for cannot be done; nothing was. */
export class Rejected extends Error {
  constructor(
    readonly status: number,
    message: string,
  ) {
    super(message);
  }
}
