import type { CauseCode } from '@novalex/contract'

/** Why a partner refused a product or holds a promotion, in files. */
export const submissionCauses: Readonly<Record<CauseCode, string>> = {
  'no-least-price': 'no least price',
  'least-price-equals': 'the least price isn’t below the price',
  'least-price-gap': 'the least price is too close to the price',
  overlap: 'also in another promotion at the same time',
  'no-products': 'no products',
  other: '',
}
