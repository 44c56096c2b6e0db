/** Groups of endpoints in the API reference, with the first segments of their paths. */
export const TAGS: readonly {
  readonly name: string
  readonly description: string
  readonly roots: readonly string[]
}[] = [
  {
    name: 'Promotions',
    description: 'Promotions of the working plan, campaigns, occasions, product sets and stacking rules.',
    roots: ['promotions', 'campaigns', 'occasions', 'sets', 'stacking'],
  },
  {
    name: 'Products',
    description: 'Products, categories, labels and price changes.',
    roots: ['products', 'categories', 'labels', 'reprice'],
  },
  {
    name: 'Prices',
    description: 'Prices of products and carts at any time, under the working plan or a release.',
    roots: ['plan', 'quote', 'moments', 'deepest', 'reach'],
  },
  { name: 'Checks', description: 'Findings and test carts.', roots: ['findings', 'test-carts'] },
  { name: 'Releases', description: 'Review, approval and publication of the working plan.', roots: ['releases'] },
  {
    name: 'Orders',
    description: 'Orders, redemptions and units sold.',
    roots: ['orders', 'counts', 'redemptions'],
  },
  {
    name: 'Codes',
    description: 'Single-use codes, code request pages and opted-in contacts.',
    roots: ['code-batches', 'codes', 'code-pages', 'contacts'],
  },
  {
    name: 'Channels',
    description: 'What partner channels fetch, and what is submitted to them.',
    roots: ['feeds', 'calendar', 'submissions', 'partner-answers', 'simulated-partners'],
  },
  { name: 'Shoppers', description: 'Shoppers, their groups and tags.', roots: ['shoppers'] },
  { name: 'Shop', description: 'What the shop shows and sells under the live release.', roots: ['shop'] },
  { name: 'Files', description: 'Imports, exports and templates.', roots: ['files', 'imports'] },
  {
    name: 'Store',
    description: 'Settings of the store, and a stream of its changes.',
    roots: ['store', 'changes', 'set-up'],
  },
  {
    name: 'Access',
    description: 'Sign-in, people, API keys, webhooks and the outbox.',
    roots: ['session', 'sessions', 'links', 'password-resets', 'people', 'keys', 'webhooks', 'mailbox'],
  },
  { name: 'Reference', description: 'This document, and the activity log.', roots: ['openapi', 'activity'] },
]
