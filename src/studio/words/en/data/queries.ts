/** What the studio says in `studio/data/queries`, by file. */
export const dataQueriesWords = {
  people: {
    erasedCustomer: 'Erased customer',
  },
};
