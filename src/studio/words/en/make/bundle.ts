/** What the studio says in `studio/make/bundle`, by file. */
export const makeBundleWords = {
  bundleContents: {
    includedProducts: 'Included products',
    theBundle: 'the bundle',
    buyersGetAccessEach:
      'Buyers get access to each of these as if they had bought it separately. Adding or removing products changes the bundle for future buyers only.',
  },
};
