import type { ConditionWords } from '../../conditionWords.ts'

export const signedInWords: ConditionWords<'signedIn'> = {
  title: 'signed in or guest',
  alone: ({ is }, { isNegated }) => (is === isNegated ? 'for guests' : 'for signed-in shoppers'),
  clause: ({ is }, { isNegated }) => (is === isNegated ? 'are guests' : 'are signed in'),
  need: ({ is }, { isNegated }) => (is === isNegated ? 'a guest' : 'a signed-in shopper'),
  describeFound: (found) => (found === true ? 'this shopper is signed in' : 'the shopper is a guest'),
  sayInShop: ({ is }, { isNegated }) => (is === isNegated ? 'without signing in' : 'when you sign in'),
}
