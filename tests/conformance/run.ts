/**
 * Runs the contract against an adapter: npm run conformance -- payments <address> <key> [good card] [refused card], or
 * npm run conformance -- mail <address> <key>, or npm run conformance -- wallet|account <address> <key>, which tells where
 * a person approves and waits for them. Money may move where the service is real: use its test mode.
 */
import { createInterface } from 'node:readline/promises';
import { approvalContract, mailContract, paymentsContract } from './contract';

const [kind, base = '', key = '', good = '9000000000000001', poor = '9000000000000019'] = process.argv.slice(2);
const checks =
  kind === 'payments'
    ? paymentsContract({ base, key }, { good, poor })
    : kind === 'mail'
      ? mailContract({ base, key })
      : kind === 'wallet' || kind === 'account'
        ? approvalContract({ base, key }, kind === 'account', byHand)
        : [];
if (checks.length === 0)
  throw new Error('Say which: payments, wallet, account or mail, its address, and the shop’s key with it.');
let failed = 0;
for (const { name, run } of checks) {
  const wrong = await run().then(
    () => null,
    (error: unknown) => (error instanceof Error ? error.message : String(error)),
  );
  if (wrong !== null) failed += 1;
  process.stdout.write(
    `${wrong === null ? 'as it must' : 'NOT'}: ${name}${wrong === null ? '' : `\n    ${wrong.split('\n').join('\n    ')}`}\n`,
  );
}
process.exitCode = failed === 0 ? 0 : 1;

async function byHand(approveAt: string, approves: boolean): Promise<void> {
  const line = createInterface({ input: process.stdin, output: process.stdout });
  await line.question(`${approves ? 'Approve' : 'Turn back'} at ${new URL(approveAt, base).href}, then press Enter. `);
  line.close();
}
