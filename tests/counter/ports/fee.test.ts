import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { expect, test } from '@jest/globals';
import { paymentsOverHttp } from '../../../src/counter/ports/paymentsOverHttp';

const request = {
  key: 'k',
  way: 'card' as const,
  amount: 2_400,
  currency: 'EUR',
  token: 't',
  description: '',
  statement: '',
};

test.each([
  ['as it should be', { amount: 61, currency: 'EUR', payout: null }, { amount: 61, currency: 'EUR', payout: null }],
  ['left out', undefined, undefined],
  ['with half a cent', { amount: 60.5, currency: 'EUR', payout: null }, undefined],
  ['in a currency that is none', { amount: 61, currency: 'eur', payout: null }, undefined],
  ['with an endless reference', { amount: 61, currency: 'EUR', payout: 'x'.repeat(500) }, undefined],
  ['that is a text', 'free', undefined],
])('a payment counts whatever is said of its fee: %s', async (_, said, read) => {
  const server = createServer((req, res) => {
    res.setHeader('content-type', 'application/json');
    res.end(
      JSON.stringify(
        req.url === '/refunds' ? { status: 'paid', fee: said } : { id: 'p1', status: 'paid', reason: null, fee: said },
      ),
    );
  });
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  const { port } = server.address() as AddressInfo;
  const service = { base: () => `http://127.0.0.1:${port}`, key: 'k' };
  const payments = paymentsOverHttp({ card: service, wallet: null, account: null });
  expect(await payments.charge(request)).toEqual({ status: 'paid', paymentId: 'p1', ...(read ? { fee: read } : {}) });
  const back = await payments.refund({ key: 'r', way: 'card', paymentId: 'p1', amount: 100 });
  expect([back.status, 'fee' in back ? back.fee : undefined]).toEqual(['paid', read]);
  server.closeAllConnections();
  await new Promise((resolve) => server.close(resolve));
});
