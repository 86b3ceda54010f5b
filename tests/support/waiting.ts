/**
 * How long anything in the tests is waited for, told here alone. It is no assertion: it ends what never comes, says what
 * that was, and is so long that a machine that does ten other things still comes in time.
 */
export const WAITED_MS = Number(process.env['KEEL_TEST_WAIT'] ?? 120_000);

/** Waits until something is so. @param what is named where it never comes */
export async function until(isSo: () => boolean | Promise<boolean>, what: string, everyMs = 25): Promise<void> {
  for (const end = performance.now() + WAITED_MS; performance.now() < end;) {
    if (await isSo()) return;
    await new Promise((resolve) => setTimeout(resolve, everyMs));
  }
  throw new Error(`Did not come: ${what}`);
}

/** This machine's time, for what is only believed while it is fresh, like a signed notice. Nothing is expected of it. */
// eslint-disable-next-line no-restricted-syntax
export const machineNow = (): number => Date.now();
