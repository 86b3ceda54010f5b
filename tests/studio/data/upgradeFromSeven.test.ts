import 'fake-indexeddb/auto';
import { test } from '@jest/globals';
import { expectCopiedAgain } from '../../support/copiedAgain';

test('a browser from the seventh version opens in this one: drafts stay, orders are copied again with where they came from', () =>
  expectCopiedAgain(7));
