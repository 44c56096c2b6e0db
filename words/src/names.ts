import type { Channel, DeliveryOption } from '@novalex/contract'
import type { Delivery, Reach } from '@novalex/core'

/** Names by id, for sentences. */
export interface Names {
  category(id: string): string
  stackGroup(id: string): string
  set(id: string): string
  product(sku: string): string
}

export const isEverything = (reach: Reach) => Object.keys(reach).length === 0

/** Products, categories or sets that a sentence names; of more, it names only these or counts them. */
export const MOST_NAMED = 3

let deliveryOptions: readonly DeliveryOption[] = []

/** Sets the store's delivery methods, whose names sentences say. */
export function setDeliveryOptions(options: readonly DeliveryOption[]): void {
  deliveryOptions = options
}

/** The name of a delivery method; its id, where the store has it no longer. */
export const nameDelivery = (id: string) => deliveryOptions.find((option) => option.id === id)?.name ?? id

let channels: readonly Channel[] = []

/** Sets the store's channels, whose names sentences say. */
export function setChannels(given: readonly Channel[]): void {
  channels = given
}

/** The name of a channel; its id, where the store has it no longer. */
export const nameChannel = (id: string) => channels.find((one) => one.id === id)?.name ?? id

/** The first of some delivery methods that the store has, where it goes first, at its price; of none named, the first of all. */
export function pickDelivery(ids: readonly string[] = [], options = deliveryOptions): Delivery {
  const option = options.find(({ id }) => ids.includes(id)) ?? (ids.length === 0 ? options[0] : undefined)
  const [first] = option?.prices ?? []
  return { option: option?.id ?? ids[0] ?? '', price: first?.price ?? 0, country: first?.country ?? '' }
}
