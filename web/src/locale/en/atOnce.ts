import type { AtOnce } from '@novalex/core'
import { plural } from '@novalex/words'

type Act = AtOnce['act']

/** The words about pausing, ending and extending what is live at once. */
export const atOnceText = {
  open: { pause: 'Pause now…', end: 'End now…', extend: 'Extend now…' } satisfies Record<Act, string>,
  request: { pause: 'Request pause…', end: 'Request end…', extend: 'Request extension…' } satisfies Record<Act, string>,
  title: {
    pause: (name: string) => `Pause “${name}” in the shop`,
    end: (name: string) => `End “${name}” in the shop`,
    extend: (name: string) => `Extend “${name}” in the shop`,
  } satisfies Record<Act, (name: string) => string>,
  says: {
    pause: (time: string) => `It pauses in the shop at ${time}.`,
    end: (time: string) => `It ends in the shop at ${time}.`,
    extend: (end: string) => `It ends in the shop ${end}.`,
  } satisfies Record<Act, (when: string) => string>,
  orders: (count: number) => (count === 0 ? 'No orders with it today.' : `${plural(count, 'order')} with it today.`),
  alone: 'Nothing else goes live.',
  edits: 'Its unreleased changes stay in the working plan.',
  approves: 'A releaser approves it.',
  second: 'A second person approves it.',
  end: 'Ends on',
  do: { pause: 'Pause now', end: 'End now', extend: 'Extend now' } satisfies Record<Act, string>,
  ask: { pause: 'Request pause', end: 'Request end', extend: 'Request extension' } satisfies Record<Act, string>,
  done: {
    pause: (name: string, release: number) => `“${name}” is paused in the shop (release ${release}).`,
    end: (name: string, release: number) => `“${name}” has ended in the shop (release ${release}).`,
    extend: (name: string, release: number) => `“${name}” is extended in the shop (release ${release}).`,
  } satisfies Record<Act, (name: string, release: number) => string>,
  kept: {
    state: 'The working plan keeps its own state, which isn’t released yet.',
    end: 'The working plan keeps its own end date, which isn’t released yet.',
  },
  asked: 'Approval requested.',
  released: {
    pause: (name: string) => `Paused “${name}”`,
    end: (name: string) => `Ended “${name}”`,
    extend: (name: string) => `Extended “${name}”`,
  } satisfies Record<Act, (name: string) => string>,
  until: (end: string) => `to ${end}`,
}
