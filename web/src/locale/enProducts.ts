/** The words of a product's page. */
export const productText = {
  back: 'To all products',
  plan: 'Plan something for this product',
  newName: (name: string) => `${name}, sale`.slice(0, 120),
  remove: 'Delete the product',
  removed: (name: string) => `“${name}” is deleted.`,
  facts: {
    regular: 'Regular price',
    shelf: 'Shelf price',
    struck: 'Crossed out',
    floor: 'Floor',
    cost: 'Unit cost',
    margin: 'Margin',
    stock: 'Stock',
    categories: 'Categories',
    tags: 'Tags',
    family: 'Family',
  },
  through: 'Price through time',
  whole: 'The whole time',
  near: 'Around the moment',
  chart: (name: string) => `The prices of ${name} through time; the table below says the same.`,
  shelfLine: 'shelf price',
  regularLine: 'regular price',
  momentLine: 'moment',
  spans: { when: 'When', price: 'Shelf price', regular: 'Regular', cause: 'Cause' },
  until: (text: string) => `until ${text}`,
  sources: { imported: 'brought in', none: 'no release yet' },
  planned: 'planned',
  regularCause: 'regular price',
  mayReach: 'May reach it',
  nobody: 'No promotion looks at this product from now on.',
  prior: {
    none: 'Nothing is reduced at this moment, so there is nothing to cross out.',
    regular: (regular: string, days: number, began: string) =>
      `The regular price of ${regular} may be crossed out: nothing was cheaper in the ${days} days before the reduction began on ${began}.`,
    lower: (regular: string, prior: string, at: string, struck: string) =>
      `The regular price of ${regular} may not be crossed out: it was ${prior} on ${at}. At most ${struck} may be.`,
    cheaper: (prior: string, at: string) =>
      `Nothing may be crossed out: it was ${prior} on ${at}, which is no more than now.`,
    unknown: (began: string) =>
      `Nothing may be crossed out: it has been reduced since ${began}, and nothing is known of the days before.`,
  },
}
