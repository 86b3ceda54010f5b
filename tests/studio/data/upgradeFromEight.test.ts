import 'fake-indexeddb/auto';
import { test } from '@jest/globals';
import { expectCopiedAgain } from '../../support/copiedAgain';

test('a browser from the eighth version opens in this one: drafts stay, orders are copied again, small ones beside them', () =>
  expectCopiedAgain(8));
