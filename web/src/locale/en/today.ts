import { plural } from '@novalex/words'

/** The words of the Today page. */
export const todayText = {
  title: 'Today',
  hands: 'Needs attention',
  nothing: 'Nothing needs attention.',
  checking: 'Checking the plan…',
  runs: 'Running now',
  nothingRuns: 'Nothing is running now.',
  comes: 'Coming up',
  nothingComes: 'Nothing starts or ends in the next two weeks.',
  starts: 'starts',
  ends: 'ends',
  rung: 'next step',
  occasionStarts: 'starts',
  ending: (name: string, left: string) => `“${name}” ends in ${left}.`,
  waiting: (by: string) => `${by} requested a release. It needs a second person’s approval.`,
  returned: (by: string, word: string) => `${by} returned your release request: ${word}`,
  others: (count: number) => plural(count, 'more finding'),
  acts: {
    release: 'Review release',
    look: 'Review finding',
    extend: 'Extend…',
    codes: 'Generate codes',
    occasions: 'Set dates',
    promotion: 'Open promotion',
    testCarts: 'Open test carts',
    review: 'Review request',
  },
  columns: { promotion: 'Promotion', orders: 'Redemptions', items: 'Units', given: 'Discount', end: 'Ends' },
  of: (found: string, limit: string) => `${found} of ${limit}`,
}
