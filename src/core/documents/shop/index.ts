import { DEFAULT_SHOP, respelledTax, ShopDetails } from '#core/catalogue';
import type { Finding } from '../finding';
import { documentKind } from '../kind';

declare module '../content' {
  interface Documents {
    shop: ShopDetails;
  }
  interface DraftContent {
    shop: ShopDetails;
  }
  interface ReleaseContent {
    shop: ShopDetails;
  }
}

/** Who sells: name and sender, brand, money, tax, languages, legal lines. */
export const shopKind = documentKind<'shop', ShopDetails>({
  kind: 'shop',
  list: 'shop',
  single: true,
  name: 'Shop',
  stage: null,
  schema: ShopDetails,
  upgrade(doc) {
    const shop = doc as Partial<ShopDetails>;
    return {
      ...DEFAULT_SHOP,
      ...shop,
      brand: shop.brand ?? null,
      languages: shop.languages ?? [],
      tax: respelledTax(shop.tax ?? null),
      billing: { ...DEFAULT_SHOP.billing, ...shop.billing },
    };
  },
  seal: (shop) => shop,
  unseal: (shop) => shop,
  title: (shop) => shop.name,
  route: () => '/shop',
  fields: {
    name: 'name',
    senderAddress: 'sender’s address',
    zone: 'time zone',
    currency: 'currency',
    ways: ['ways to pay', 'the ways to pay'],
    cardStatement: 'card statement',
    brand: 'brand',
    frontPathId: ['where its own address leads', 'where the shop’s own address leads'],
    locale: 'language',
    languages: 'other languages',
    legal: 'legal lines',
    tax: 'tax',
    billing: 'checkout and late payments',
  },
  findings({ shop, paths }, { hasFile }) {
    const about = { kind: 'shop', id: 'shop' } as const;
    const found: Finding[] = [];
    if (shop.frontPathId !== undefined && !paths.some((p) => p.id === shop.frontPathId))
      found.push({
        level: 'look',
        code: 'front-gone',
        text: 'What the shop’s own address was to show is not here any more: it lists everything that is sold.',
        about,
      });
    const logo = shop.brand?.logo?.file;
    if (logo && !hasFile(logo.sha256))
      found.push({
        level: 'stops',
        code: 'file-missing',
        text: `The logo “${logo.name}” is not here. Add it again.`,
        about,
      });
    const parsed = ShopDetails.safeParse(shop);
    if (parsed.success) return found;
    const why = parsed.error.issues[0]?.message ?? 'something is missing';
    const text = `The shop's details: ${why}.`.replace('..', '.');
    return [...found, { level: 'stops', code: 'shop-details', text, about }];
  },
});
