import { plural } from './format.ts'

/** The words of the day sheet. */
export const todayText = {
  title: 'Today',
  hands: 'Needs a hand now',
  nothing: 'Nothing needs a hand now.',
  checking: 'The plan is being checked; what it finds stands here in a moment.',
  runs: 'Runs now',
  nothingRuns: 'Nothing runs now.',
  comes: 'What comes',
  nothingComes: 'Nothing starts or ends in the next two weeks.',
  starts: 'starts',
  ends: 'ends',
  rung: 'to its next rung',
  occasionStarts: 'begins',
  ending: (name: string, left: string) => `${name} ends in ${left}.`,
  waiting: (by: string) => `${by} prepared a release; somebody else has to look through it.`,
  returned: (by: string, word: string) => `${by} sent the prepared release back: ${word}`,
  others: (count: number) => `${plural(count, 'more finding')} can wait.`,
  acts: {
    release: 'Release …',
    look: 'Look again',
    extend: 'Extend …',
    codes: 'Make more codes',
    occasions: 'Set the dates',
    promotion: 'To the promotion',
    testCarts: 'To the test carts',
    review: 'Look through it',
  },
  columns: { promotion: 'Promotion', orders: 'Orders', items: 'Items', given: 'Given', end: 'Ends' },
  of: (found: string, limit: string) => `${found} of ${limit}`,
}
