<script setup lang="ts">
import { PERSON_ROLES, type PersonRecord, type PersonRole } from '@novalex/contract'
import { ref } from 'vue'
import { call } from '@/api/call.ts'
import { useAnswer } from '@/api/useAnswer.ts'
import FormDialog from '@/components/FormDialog.vue'
import TablePage from '@/components/TablePage.vue'
import { useAttempt } from '@/composables/useAttempt.ts'
import { accessText, ROLE_HINTS, ROLE_NAMES, counted, text } from '@/locale/catalogue.ts'
import { formatInstant } from '@novalex/words'
import { useNotice } from '@/stores/notice.ts'
import { useSession } from '@/stores/session.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import InviteDialog from './InviteDialog.vue'

const words = accessText.people
const { name, role, state, seen } = words.columns
const COLUMNS = [
  ...[name, role, state, seen].map((title) => ({ title })),
  { title: text.common.actions, isUnseen: true },
]
const ROLES = PERSON_ROLES.map((role) => ({
  value: role,
  title: ROLE_NAMES[role],
  props: { subtitle: ROLE_HINTS[role] },
}))
const session = useSession()
const store = useStoreInfo()
const notice = useNotice()
const attempt = useAttempt()
const asked = useAnswer('listPeople')
const { data: people } = asked
const going = ref<PersonRecord | null>(null)
const isRemoving = ref(false)

const seenOf = ({ seenAt, sessions }: PersonRecord) =>
  seenAt === null
    ? words.never
    : words.seen(formatInstant(Date.parse(seenAt), { zone: store.zone }), counted.session(sessions))

function changeRole({ id, name }: PersonRecord, role: PersonRole): Promise<void> {
  return attempt(async () => {
    await call('updatePerson', { params: { id }, body: { role } })
    notice.say(words.changed(name, ROLE_NAMES[role]))
  })
}

const resendInvitation = ({ id, email }: PersonRecord) =>
  attempt(async () => {
    await call('resendInvitation', { params: { id } })
    notice.say(words.invited(email))
  })

const endSessions = ({ id, name }: PersonRecord) =>
  attempt(async () => {
    await call('endSessions', { params: { id } })
    notice.say(words.ended(name))
  })

function askToRemove(person: PersonRecord): void {
  going.value = person
  isRemoving.value = true
}

async function remove(): Promise<void> {
  isRemoving.value = false
  await attempt(() => call('removePerson', { params: { id: going.value!.id } }))
}
</script>

<template>
  <TablePage
    class="people"
    :title="words.title"
    :asked="[asked]"
    :rows="people"
    :empty="text.common.none"
    :columns="COLUMNS"
  >
    <template #acts><InviteDialog /></template>
    <tr v-for="person in people" :key="person.id" :class="{ quiet: person.state === 'removed' }">
      <td class="name">
        <strong>{{ person.name }}</strong>
        <span v-if="person.id === session.account?.id" class="quiet"> · {{ words.you }}</span>
        <span class="email quiet">{{ person.email }}</span>
      </td>
      <td class="role">
        <template v-if="person.state === 'removed'">{{ ROLE_NAMES[person.role] }}</template>
        <v-select
          v-else
          :model-value="person.role"
          :items="ROLES"
          item-props="props"
          :aria-label="words.roleOf(person.name)"
          @update:model-value="(role: PersonRole) => changeRole(person, role)"
        />
      </td>
      <td>{{ words.states[person.state] }}</td>
      <td class="seen">{{ seenOf(person) }}</td>
      <td>
        <div v-if="person.state !== 'removed'" class="row-acts">
          <v-btn v-if="person.state === 'invited'" size="small" @click="resendInvitation(person)">{{
            words.again
          }}</v-btn>
          <v-btn v-if="person.sessions > 0" size="small" @click="endSessions(person)">{{ words.end }}</v-btn>
          <v-btn size="small" @click="askToRemove(person)">{{ words.remove }}</v-btn>
        </div>
      </td>
    </tr>
    <template #below>
      <FormDialog
        v-if="going"
        v-model="isRemoving"
        :title="words.removeTitle(going.name)"
        :save="words.removeAct"
        @keep="remove"
      >
        <p>{{ words.removeHint(going.name) }}</p>
      </FormDialog>
    </template>
  </TablePage>
</template>

<style scoped>
.people :deep(table) {
  max-width: 1020px;
}

table.printed td {
  vertical-align: middle;
}

.name {
  overflow-wrap: anywhere;
}

.email {
  display: block;
  font-size: 13px;
}

.role {
  width: 190px;
}

.seen {
  font-variant-numeric: tabular-nums;
}
</style>
