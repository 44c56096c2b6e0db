<script setup lang="ts">
import { SHOP_CHANNEL, type OwnChannel } from '@novalex/contract'
import { computed, ref } from 'vue'
import { call } from '@/api/call.ts'
import { text, storeText } from '@/locale/catalogue.ts'
import { useSession } from '@/stores/session.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import { toId } from '@/composables/toId.ts'
import { useStoreSetting, nameNew } from './useStoreSetting.ts'

/** The store's own channels under edit, saved as a whole. The shop's own can be renamed, not removed. */
const words = storeText.channels
const store = useStoreInfo()
const session = useSession()
const isAllowed = computed(() => session.may('administrator'))
const channels = ref<readonly OwnChannel[]>(store.ownChannels)
const { isChanged, refusal, reset, save } = useStoreSetting<readonly OwnChannel[]>({
  saved: (info) => info.channels.filter((one) => one.kind === 'own'),
  edited: () => channels.value,
  show: (saved) => {
    channels.value = saved
  },
  write: (version) => call('saveChannels', { body: { channels: nameNew(channels.value, store.channels), version } }),
  said: words.saved,
})
const isNameless = computed(() => channels.value.some(({ name }) => name.trim() === ''))

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
