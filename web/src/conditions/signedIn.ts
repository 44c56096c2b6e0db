import type { ConditionWords } from './shared/conditionWords.ts'

export const signedInWords: ConditionWords<'signedIn'> = {
  title: 'signed in or guest',
  isForShop: true,
  create: () => ({ test: 'signedIn', is: true }),
  describe: ({ is }, { isNegated }) => (is === isNegated ? 'not signed in' : 'signed in'),
  describeFound: (found) => (found === true ? 'this shopper is signed in' : 'this is a guest'),
}
