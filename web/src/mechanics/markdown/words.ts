import { formatAmount, type Markdown, type PartsOf, type Rounding } from '@novalex/core'
import { formatMoney } from '../../locale/format.ts'
import type { MechanicWords } from '../shared/mechanicWords.ts'
import { PRICES, REACH, VALUE } from '../shared/partWords.ts'

export const markdownWords: MechanicWords<Markdown, PartsOf<'markdown'>> = {
  title: 'Sale price',
  example: '20 % less, regular price crossed out in the shop',
  first: { kind: 'markdown', reach: {}, value: { percent: 2000, of: 'regular' } },
  newName: 'New sale',
  cause: 'Sale price',
  parts: {
    reach: REACH,
    value: VALUE,
    prices: PRICES,
    rounding: { lead: ', ', say: ({ rounding }) => describeRounding(rounding) },
  },
  sayInShop: ({ reach }, goodsOf) => `New prices on ${goodsOf(reach)}`,
}

const DIRECTIONS = { nearest: 'to the nearest', up: 'up to the next', down: 'down to the next' }

function describeRounding({ to, step, ending = 0 }: Rounding): string {
  const price = ending === 0 ? `multiple of ${formatMoney(step)}` : `price ending in ${formatEnding(step, ending)}`
  return `rounded ${DIRECTIONS[to]} ${price}`
}

/** As many digits as the step leaves free: `.95` in steps of 1.00, `9.90` in steps of 10.00, `9` in steps of 0.10. */
function formatEnding(step: number, ending: number): string {
  const digits = String(step - 1).length
  if (digits === 1) return String(ending)
  return digits === 2 ? `.${String(ending).padStart(2, '0')}` : formatAmount(ending)
}
