<script setup lang="ts">
import type { FeedsAnswer } from '@novalex/contract'
import { ref } from 'vue'
import { call } from '@/api/call.ts'
import { useAnswer } from '@/api/useAnswer.ts'
import FormDialog from '@/components/FormDialog.vue'
import ShownOnce from '@/components/ShownOnce.vue'
import LoadError from '@/components/LoadError.vue'
import { useAttempt } from '@/composables/useAttempt.ts'
import { feedText as words, text } from '@/locale/catalogue.ts'
import { formatInstant, nameChannel } from '@novalex/words'
import { useNotice } from '@/stores/notice.ts'
import { useSession } from '@/stores/session.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'

/** The feeds of all channels, and their addresses. */
type Feed = FeedsAnswer[number]['feed']

const store = useStoreInfo()
const session = useSession()
const notice = useNotice()
const attempt = useAttempt()
const asked = useAnswer('listFeeds')
const address = ref('')
const isShown = ref(false)

const createAddress = ({ id }: Feed) =>
  attempt(async () => {
    address.value = (await call('createFeedAddress', { params: { id } })).url
    isShown.value = true
    await asked.refetch()
  })
const remove = ({ id, name, version }: Feed) =>
  attempt(async () => {
    await call('deleteFeed', { params: { id }, query: { version: String(version) } })
    notice.say(words.removed(name))
    await asked.refetch()
  })
</script>

<template>
  <section>
    <header>
      <h2>{{ words.title }}</h2>
      <span class="quiet grow">{{ words.hint }}</span>
      <v-btn v-if="session.may('planner')" size="small" to="/channels/feeds/new">{{ words.add }}</v-btn>
    </header>
    <LoadError :of="[asked]" />
    <p v-if="asked.data.value?.length === 0" class="quiet">{{ words.none }}</p>
    <table v-else-if="asked.data.value" class="printed">
      <thead>
        <tr>
          <th scope="col">{{ words.columns.name }}</th>
          <th scope="col">{{ words.columns.channel }}</th>
          <th scope="col">{{ words.columns.format }}</th>
          <th scope="col" class="number">{{ words.columns.addresses }}</th>
          <th scope="col">{{ words.columns.fetched }}</th>
          <th scope="col">
            <span class="visually-hidden">{{ text.common.actions }}</span>
          </th>
        </tr>
      </thead>
      <tbody>
        <tr v-for="{ feed, addresses, lastFetchedAt } in asked.data.value" :key="feed.id">
          <td class="name">{{ feed.name }}</td>
          <td>{{ nameChannel(feed.channel) }}</td>
          <td>{{ words.formats[feed.format] }}</td>
          <td class="number">{{ addresses }}</td>
          <td>{{ lastFetchedAt ? formatInstant(Date.parse(lastFetchedAt), { zone: store.zone }) : words.never }}</td>
          <td>
            <div class="row-acts">
              <v-btn size="small" :to="`/channels/feeds/${feed.id}`">{{ words.open }}</v-btn>
              <v-btn v-if="session.may('administrator')" size="small" @click="createAddress(feed)">{{
                words.newAddress
              }}</v-btn>
              <v-btn v-if="session.may('planner')" size="small" @click="remove(feed)">{{ words.remove }}</v-btn>
            </div>
          </td>
        </tr>
      </tbody>
    </table>
    <FormDialog
      v-model="isShown"
      :title="words.addressTitle"
      :save="text.common.close"
      :cancel="null"
      @keep="isShown = false"
    >
      <ShownOnce :value="address" :hint="words.addressHint" name="address" />
    </FormDialog>
  </section>
</template>

<style scoped>
section {
  margin-top: 28px;
}

header {
  align-items: baseline;
  display: flex;
  flex-wrap: wrap;
  gap: 4px 16px;
  margin-bottom: 6px;
}

.grow {
  flex: 1;
}

table.printed td {
  vertical-align: middle;
}

.name {
  overflow-wrap: anywhere;
}
</style>
