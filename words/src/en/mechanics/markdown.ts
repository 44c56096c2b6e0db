import type { Markdown, PartsOf, Rounding } from '@novalex/core'
import { formatFigure, formatMoney } from '../../format.ts'
import type { MechanicWords } from '../../mechanicWords.ts'
import { PRICES, REACH, VALUE } from './shared/parts.ts'

export const markdownWords: MechanicWords<Markdown, PartsOf<'markdown'>> = {
  title: 'Markdown',
  example: '20% off, shown with a was price',
  newName: 'New markdown',
  cause: 'Sale price',
  parts: {
    reach: REACH,
    value: VALUE,
    prices: PRICES,
    rounding: { lead: () => ', ', say: ({ rounding }) => describeRounding(rounding) },
  },
  sayInShop: ({ reach }, { name }) => `Sale: ${name(reach)}`,
}

const DIRECTIONS = { nearest: 'to the nearest', up: 'up to', down: 'down to' }

function describeRounding({ to, step, ending = 0 }: Rounding): string {
  if (ending === 0) return `rounded ${DIRECTIONS[to]} ${to === 'nearest' ? '' : 'a '}multiple of ${formatMoney(step)}`
  const words = formatEnding(step, ending)
  const price = words.startsWith('.') ? words : `price ending in ${words}`
  return `rounded ${DIRECTIONS[to]} ${to === 'nearest' ? '' : 'the next '}${price}`
}

/** As many digits as the step leaves free: `.95` in steps of 1.00, `9.90` in steps of 10.00, `9` in steps of 0.10. */
function formatEnding(step: number, ending: number): string {
  const digits = String(step - 1).length
  if (digits === 1) return String(ending)
  return digits === 2 ? `.${String(ending).padStart(2, '0')}` : formatFigure(ending)
}
