<script setup lang="ts">
import { SHOP_CHANNEL, type Channel } from '@novalex/contract'
import { dequal } from 'dequal'
import { computed, ref, watch } from 'vue'
import { call } from '@/api/call.ts'
import { ApiError } from '@/api/http.ts'
import { text, storeText, explainFailure } from '@/locale/catalogue.ts'
import { useNotice } from '@/stores/notice.ts'
import { useSession } from '@/stores/session.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import { toId } from './deliveryTable.ts'

/** The store's own channels under edit, saved as a whole. The shop's own can be renamed, not removed. */
const words = storeText.channels
const store = useStoreInfo()
const session = useSession()
const notice = useNotice()
const isAllowed = computed(() => session.may('administrator'))
const channels = ref<Channel[]>([])
const refusal = ref('')
/** Base of the edits, and its version. */
let basis: readonly Channel[] = []
let version = 0

const isChanged = computed(() => !dequal(channels.value, store.channels))
const isNameless = computed(() => channels.value.some(({ name }) => name.trim() === ''))

function reset(): void {
  basis = store.channels
  version = store.info!.version
  channels.value = store.channels.map((one) => ({ ...one }))
  refusal.value = ''
}

function rename(at: number, name: string): void {
  channels.value = channels.value.map((one, index) => (index === at ? { ...one, name } : one))
}
function add(): void {
  const id = toId(
    'channel',
    [...channels.value, ...store.channels].map((one) => one.id),
  )
  channels.value = [...channels.value, { id, name: '', kind: 'own' }]
}
function remove(at: number): void {
  channels.value = channels.value.filter((_one, index) => index !== at)
}

async function save(): Promise<void> {
  const known = store.channels.map(({ id }) => id)
  // Promotions name a channel by its id, which stays; a new one is called after its name.
  const taken = [...known]
  const named = channels.value.map((one) => {
    if (known.includes(one.id)) return one
    const id = toId(one.name, taken)
    taken.push(id)
    return { ...one, id }
  })
  refusal.value = ''
  try {
    await call('saveChannels', { body: { channels: named, version } })
    notice.say(words.saved)
    await store.refresh()
    reset()
  } catch (thrown) {
    if (!(thrown instanceof ApiError)) throw thrown
    refusal.value = explainFailure(thrown)
  }
}

// Someone else changed the store: what nobody edits here follows; an edit of other channels than these is refused when it is saved.
watch(
  () => store.info,
  () => {
    if (dequal(channels.value, basis)) reset()
    else if (dequal(store.channels, basis)) version = store.info!.version
  },
  { immediate: true },
)
</script>

<template>
  <form class="channels" @submit.prevent="save">
    <div v-for="(channel, at) in channels" :key="channel.id" class="row">
      <v-text-field
        :model-value="channel.name"
        maxlength="60"
        hide-details
        :readonly="!isAllowed"
        :aria-label="words.nameOf(at)"
        @update:model-value="(name: string) => rename(at, name)"
      />
      <span v-if="channel.id === SHOP_CHANNEL" class="quiet">{{ words.shop }}</span>
      <button
        v-else-if="isAllowed"
        type="button"
        class="as-link"
        :aria-label="words.removeOf(channel.name)"
        @click="remove(at)"
      >
        {{ text.common.remove }}
      </button>
    </div>
    <p v-if="isChanged && isNameless" class="quiet">{{ words.nameless }}</p>
    <p v-if="refusal" class="wrong" role="alert">{{ refusal }}</p>
    <div v-if="isAllowed" class="acts">
      <v-btn size="small" @click="add">{{ words.add }}</v-btn>
      <v-btn type="submit" variant="flat" :disabled="!isChanged || isNameless">{{ words.save }}</v-btn>
      <button v-if="isChanged" type="button" class="as-link" @click="reset">{{ storeText.reset }}</button>
    </div>
  </form>
</template>

<style scoped>
.channels {
  display: grid;
  gap: 8px;
  margin-top: 8px;
  max-width: 520px;
}

.row {
  align-items: center;
  display: grid;
  gap: 16px;
  grid-template-columns: minmax(0, 300px) 1fr;
}

.row .as-link {
  justify-self: start;
}

.acts {
  align-items: center;
  display: flex;
  gap: 10px;
  margin-top: 6px;
}
</style>
