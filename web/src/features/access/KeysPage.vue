<script setup lang="ts">
import type { KeyRecord } from '@novalex/contract'
import { call } from '@/api/call.ts'
import { useAnswer } from '@/api/useAnswer.ts'
import TablePage from '@/components/TablePage.vue'
import { useAttempt } from '@/composables/useAttempt.ts'
import { text, accessText } from '@/locale/catalogue.ts'
import { formatInstant, nameChannel } from '@novalex/words'
import { useMoment } from '@/stores/moment.ts'
import { useNotice } from '@/stores/notice.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import KeyDialog from './KeyDialog.vue'
import WebhooksTable from './WebhooksTable.vue'

const words = accessText.keys
const { name, scopes, channel, used, ends, made } = words.columns
const COLUMNS = [
  ...[name, scopes, channel, used, ends, made].map((title) => ({ title })),
  { title: text.common.actions, isUnseen: true },
]
const store = useStoreInfo()
const moment = useMoment()
const notice = useNotice()
const attempt = useAttempt()
const asked = useAnswer('listKeys')
const { data: keys } = asked
const when = (at: string) => formatInstant(Date.parse(at), { zone: store.zone })

function endOf({ endsAt, revokedAt }: KeyRecord): string {
  if (revokedAt) return `${words.revoked} ${when(revokedAt)}`
  if (!endsAt) return words.open
  return Date.parse(endsAt) <= moment.now ? `${words.ended} ${when(endsAt)}` : when(endsAt)
}

const revoke = ({ id, name }: KeyRecord) =>
  attempt(async () => {
    await call('revokeKey', { params: { id } })
    notice.say(words.said(name))
  })
</script>

<template>
  <TablePage
    :title="words.title"
    :hint="words.hint"
    :asked="[asked]"
    :rows="keys"
    :empty="words.none"
    :columns="COLUMNS"
  >
    <template #acts>
      <router-link to="/reference">{{ words.reference }}</router-link>
      <KeyDialog />
    </template>
    <tr v-for="key in keys" :key="key.id" :class="{ quiet: key.revokedAt !== null }">
      <td class="name">{{ key.name }}</td>
      <td>{{ key.scopes.join(', ') }}</td>
      <td>{{ nameChannel(key.channel) }}</td>
      <td>{{ key.lastUsedAt ? when(key.lastUsedAt) : words.never }}</td>
      <td>{{ endOf(key) }}</td>
      <td>{{ words.madeBy(when(key.createdAt), key.createdBy) }}</td>
      <td>
        <div class="row-acts">
          <v-btn v-if="key.revokedAt === null" size="small" @click="revoke(key)">{{ words.revoke }}</v-btn>
        </div>
      </td>
    </tr>
    <template #below><WebhooksTable /></template>
  </TablePage>
</template>

<style scoped>
table.printed td {
  vertical-align: middle;
}

.name {
  overflow-wrap: anywhere;
}
</style>
