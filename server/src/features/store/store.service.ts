import { SHOP_CHANNEL } from '@novalex/contract'
import type {
  Channel,
  ChannelsRequest,
  FindingThresholdsRequest,
  DeliveryOption,
  DeliveryRequest,
  PartnersRequest,
  PriceRulesRequest,
  LocaleRequest,
  ApprovalRuleRequest,
} from '@novalex/contract'
import {
  checkPartnerTerms,
  createProblem,
  dateOf,
  DEFAULT_ALARM,
  placeBelow,
  toLocal,
  type Problem,
} from '@novalex/core'
import { recordActivity } from '../../data/activity/index.ts'
import { transact } from '../../platform/db/transact.ts'
import { refuseIfAny } from '../../platform/errors/AppError.ts'
import { changePlan, type PlanWriter } from '../../sources/plans/changePlan.ts'
import { listChannelsOfKeys } from '../../data/keys/index.ts'
import { getStore, lockStore, type StoreRecord, updateStore } from '../../data/store/index.ts'

/** The floor, and what is computed with reductions. Refused if made from an older version of the store. */
export async function changePriceRules(
  writer: PlanWriter,
  { version, ...rules }: PriceRulesRequest,
  by: string,
): Promise<void> {
  const note = { by, action: 'change-price-rules', subject: 'store' } as const
  await changePlan(writer, note, async ({ transaction, store: present }) => {
    const { store } = present
    await updateStore(transaction, version, { store: { ...store, ...rules } })
    const { floor, priorDays, longestSaleDays } = store
    return { result: null, detail: { before: { floor, priorDays, longestSaleDays }, after: rules } }
  })
}

/** From when on a plan deserves a look. Refused if made from an older version of the store. */
export async function changeAlarm(
  writer: PlanWriter,
  { version, alarm }: FindingThresholdsRequest,
  by: string,
): Promise<void> {
  const note = { by, action: 'change-finding-thresholds', subject: 'store' } as const
  await changePlan(writer, note, async ({ transaction, store: present }) => {
    const { store } = present
    await updateStore(transaction, version, { store: { ...store, alarm } })
    return { result: null, detail: { before: { ...DEFAULT_ALARM, ...store.alarm }, after: alarm } }
  })
}

/** The ways of delivery. Refused if made from an older version of the store, or with an option, a name or a country twice. */
export async function changeDelivery(
  writer: PlanWriter,
  { version, options }: DeliveryRequest,
  by: string,
): Promise<void> {
  const trimmed = options.map((option) => ({ ...option, name: option.name.trim() }))
  refuseIfAny(checkDelivery(trimmed))
  await change(writer, by, {
    action: 'change-delivery',
    version,
    read: ({ delivery }) => ({ delivery: toPrices(delivery) }),
    changes: { delivery: trimmed },
    after: { delivery: toPrices(trimmed) },
  })
}

/**
 * The own channels. Refused if made from an older version of the store, without the shop's channel, with one or a name twice, or without one that an API
 * key sells in. Promotions may go on naming one that is gone, as findings then say.
 */
export async function changeChannels(
  writer: PlanWriter,
  { version, channels }: ChannelsRequest,
  by: string,
): Promise<void> {
  await replaceChannels(writer, by, { version, kind: 'own', channels })
}

/**
 * The partner channels. Refused if made from an older version of the store, with a name twice, without one that an API key sells in, or with
 * rules that contradict each other.
 */
export async function changePartners(
  writer: PlanWriter,
  { version, partners }: PartnersRequest,
  by: string,
): Promise<void> {
  const today = dateOf(toLocal(writer.clock.now(), (await getStore(writer.database)).store.timeZone))
  refuseIfAny(partners.flatMap((partner, at) => placeBelow(`partners.${at}`, checkPartnerTerms(partner, today))))
  await replaceChannels(writer, by, { version, kind: 'partner', channels: partners })
}

interface Replaced {
  readonly version: number
  readonly kind: Channel['kind']
  readonly channels: readonly Channel[]
}

/** Replaces the channels of one kind. Promotions may go on naming one that is gone, as findings then say. */
async function replaceChannels(writer: PlanWriter, by: string, { version, kind, channels }: Replaced): Promise<void> {
  const note = { by, action: kind === 'own' ? 'change-channels' : 'change-partners', subject: 'store' } as const
  await changePlan(writer, note, async ({ transaction, store: present }) => {
    const sold = await listChannelsOfKeys(transaction, writer.clock.now())
    const others = present.channels.filter((one) => one.kind !== kind)
    const trimmed = channels.map((channel) => ({ ...channel, name: channel.name.trim() }))
    const all = kind === 'own' ? [...trimmed, ...others] : [...others, ...trimmed]
    const first = kind === 'own' ? 0 : others.length
    refuseIfAny(checkChannels(all, sold, { list: kind === 'own' ? 'channels' : 'partners', first }))
    await updateStore(transaction, version, { channels: all })
    const told = kind === 'own' ? toNames : toTerms
    return { result: null, detail: { before: told(present.channels), after: told(all) } }
  })
}

const toNames = (channels: readonly Channel[]) =>
  Object.fromEntries(channels.flatMap(({ kind, id, name }) => (kind === 'own' ? [[id, name]] : [])))

/** As the log shows partners. */
const toTerms = (channels: readonly Channel[]) =>
  Object.fromEntries(
    channels.flatMap((channel) => {
      if (channel.kind !== 'partner') return []
      const { id, kind: _kind, ...terms } = channel
      return [[id, terms]]
    }),
  )

const isAgain = (list: readonly string[], index: number) => list.indexOf(list[index]!) < index

/** Two of the same name, in capitals or not, cannot be told apart where one is chosen. */
function findSameNames(list: readonly { readonly name: string }[], place: (at: number) => string): Problem[] {
  const names = list.map(({ name }) => name.toLowerCase())
  return list.flatMap(({ name }, at) =>
    isAgain(names, at) ? [createProblem('name-taken', `${place(at)}.name`, { given: name })] : [],
  )
}

/** Problems of all channels, of which those of the list that was sent begin at `first`. */
function checkChannels(
  channels: readonly Channel[],
  sold: ReadonlyMap<string, string>,
  { list, first }: { readonly list: 'channels' | 'partners'; readonly first: number },
): Problem[] {
  const ids = channels.map(({ id }) => id)
  const place = (at: number) => `${list}.${Math.max(0, at - first)}`
  return [
    ...(ids.includes(SHOP_CHANNEL) ? [] : [createProblem('required', list, { given: SHOP_CHANNEL })]),
    ...[...sold].flatMap(([id, key]) =>
      ids.includes(id) || id === SHOP_CHANNEL ? [] : [createProblem('channel-in-use', list, { given: id, key })],
    ),
    ...ids.flatMap((id, at) => (isAgain(ids, at) ? [createProblem('duplicate-id', `${place(at)}.id`, { id })] : [])),
    ...findSameNames(channels, place),
  ]
}

/** Whether a release takes a second person. Refused if made from an older version of the store. */
export async function changeSecondPerson(
  writer: PlanWriter,
  { version, requiresApproval }: ApprovalRuleRequest,
  by: string,
): Promise<void> {
  await change(writer, by, {
    action: 'change-approval',
    version,
    read: (present) => ({ requiresApproval: present.requiresApproval }),
    changes: { requiresApproval },
    after: { requiresApproval },
  })
}

/** Sets the locale of numbers, money and dates. Refused if made from an older version of the store. */
export async function changeLocale(writer: PlanWriter, { version, locale }: LocaleRequest, by: string): Promise<void> {
  await change(writer, by, {
    action: 'change-locale',
    version,
    read: (present) => ({ locale: present.locale }),
    changes: { locale },
    after: { locale },
  })
}

interface Change {
  readonly action: 'change-delivery' | 'change-approval' | 'change-locale'
  readonly version: number
  readonly read: (present: StoreRecord) => object
  readonly changes: Parameters<typeof updateStore>[2]
  readonly after: object
}

/** A change of the store that is none of the plan: no price follows from it. */
async function change({ database, clock }: PlanWriter, by: string, asked: Change): Promise<void> {
  await transact(database, async (transaction) => {
    const present = await lockStore(transaction)
    await updateStore(transaction, asked.version, asked.changes)
    const detail = { before: asked.read(present), after: asked.after }
    await recordActivity(transaction, { at: clock.now(), by, action: asked.action, subject: 'store', detail })
  })
}

/** As the log shows it: each price by option and country. */
function toPrices(options: readonly DeliveryOption[]): Record<string, Record<string, number>> {
  return Object.fromEntries(
    options.map(({ id, prices }) => [id, Object.fromEntries(prices.map(({ country, price }) => [country, price]))]),
  )
}

function checkDelivery(options: readonly DeliveryOption[]): Problem[] {
  const ids = options.map(({ id }) => id)
  const duplicates = options.flatMap(({ id, prices }, at) => {
    const countries = prices.map(({ country }) => country)
    return [
      ...(isAgain(ids, at) ? [createProblem('duplicate-id', `options.${at}.id`, { id })] : []),
      ...countries.flatMap((country, index) =>
        isAgain(countries, index)
          ? [createProblem('duplicate-id', `options.${at}.prices.${index}.country`, { id: country })]
          : [],
      ),
    ]
  })
  return [...duplicates, ...findSameNames(options, (at) => `options.${at}`)]
}
