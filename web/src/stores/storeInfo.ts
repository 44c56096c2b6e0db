import { toLocal } from '@novalex/core'
import { isStaleAfter } from '@novalex/contract'
import { useQueryClient } from '@tanstack/vue-query'
import { defineStore } from 'pinia'
import { computed, watch } from 'vue'
import { createFindingsRefresh } from '@/api/createFindingsRefresh.ts'
import { useAnswer } from '@/api/useAnswer.ts'
import { setPresentYear, setStoreFormats, setChannels, setDeliveryOptions } from '@novalex/words'

/** The store, its revisions and the live release: what every screen needs to know first. */
export const useStoreInfo = defineStore('storeInfo', () => {
  const client = useQueryClient()
  const findings = createFindingsRefresh(client)
  const { data, error, dataUpdatedAt, refetch } = useAnswer('getStore')
  const info = computed(() => data.value ?? null)
  /** How far the server's clock is ahead of this machine's. */
  const clockOffsetMs = computed(() => (data.value ? Date.parse(data.value.now) - dataUpdatedAt.value : 0))

  watch(
    data,
    (answer) => {
      if (!answer) return
      setStoreFormats({ currency: answer.store.currency, locale: answer.locale })
      setDeliveryOptions(answer.delivery)
      setChannels(answer.channels)
      setPresentYear(toLocal(Date.parse(answer.now), answer.store.timeZone).slice(0, 4))
    },
    { immediate: true, flush: 'sync' },
  )
  let running = Promise.resolve()
  let queued: Promise<void> | null = null

  /**
   * After something was written, here or elsewhere: all that is shown is asked anew. What it settles with is up to date, or the server is away. One
   * after the other, since a later one would call off what an earlier one waits for; those that wait for their turn are one.
   */
  function refresh(): Promise<void> {
    queued ??= running.then(() => {
      queued = null
      running = askAnew()
      return running
    })
    return queued
  }

  async function askAnew(): Promise<void> {
    const before = error.value ? null : info.value
    const { data: now, error: failure } = await refetch()
    if (!now || failure) return
    const change = before?.catalogueRevision === now.catalogueRevision ? 'plan' : 'catalogue'
    findings.soon()
    await client.invalidateQueries({ predicate: ({ queryKey: [name] }) => isStaleAfter(String(name), change) })
  }

  /** Store settings. Throws before they are loaded; no page renders until then. */
  const settings = computed(() => {
    if (!info.value) throw new Error('the store is not known yet')
    return info.value.store
  })
  const zone = computed(() => info.value?.store.timeZone ?? 'UTC')
  const release = computed(() => info.value?.release ?? null)
  const delivery = computed(() => info.value?.delivery ?? [])
  const channels = computed(() => info.value?.channels ?? [])
  const ownChannels = computed(() => channels.value.filter((one) => one.kind === 'own'))
  const partners = computed(() => channels.value.filter((one) => one.kind === 'partner'))
  return {
    info,
    settings,
    delivery,
    channels,
    ownChannels,
    partners,
    error,
    clockOffsetMs,
    refresh,
    findings,
    zone,
    release,
  }
})
