<script setup lang="ts">
import type { ReleaseChange } from '@novalex/contract'
import { computed, ref } from 'vue'
import { useAnswer } from '@/api/useAnswer.ts'
import { usePageRows } from '@/composables/usePageRows.ts'
import { changeText, text } from '@/locale/catalogue.ts'
import { formatInstant } from '@novalex/words'
import { useSession } from '@/stores/session.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import ChangeFields from '@/features/changes/ChangeFields.vue'
import { nameChange } from '@/features/changes/describeChange.ts'
import { useDiscard } from '@/features/changes/useDiscard.ts'

/** The changes of the next release by campaign, each with a box that takes it along. Only the rows in sight are drawn. */
const { changes, chosen, fixed } = defineProps<{
  changes: readonly ReleaseChange[]
  chosen: ReadonlySet<string>
  /** Whether nothing can be chosen: a request waits, or an older release is restored. */
  fixed: boolean
}>()
const emit = defineEmits<{ set: [ids: readonly string[], is: boolean]; only: [ids: readonly string[]] }>()

const ROW_HEIGHT = 62
const EVERYONE = ''
const words = changeText
const store = useStoreInfo()
const session = useSession()
const discard = useDiscard()
const { data: campaigns } = useAnswer('listCampaigns')
const person = ref(EVERYONE)
const campaign = ref(EVERYONE)

const people = computed(() => {
  const names = [...new Set(changes.flatMap(({ by }) => by ?? []))].sort()
  const own = session.account?.name
  const others = names.filter((name) => name !== own).map((name) => ({ title: name, value: name }))
  const me = own !== undefined && names.includes(own) ? [{ title: words.filters.me(own), value: own }] : []
  return [{ title: words.filters.everyone, value: EVERYONE }, ...me, ...others]
})
const nameOfCampaign = (id: string) => campaigns.value?.find((one) => one.id === id)?.name ?? id
const campaignChoices = computed(() => {
  const ids = [...new Set(changes.flatMap((change) => change.campaign ?? []))]
  const named = ids.map((id) => ({ title: nameOfCampaign(id), value: id }))
  return [{ title: words.filters.all, value: EVERYONE }, ...named.sort((a, b) => (a.title < b.title ? -1 : 1))]
})
const filtered = computed(() =>
  changes.filter(
    (change) =>
      (person.value === EVERYONE || change.by === person.value) &&
      (campaign.value === EVERYONE || change.campaign === campaign.value),
  ),
)
const isFiltered = computed(() => filtered.value.length < changes.length)
const shownIds = computed(() => filtered.value.map(({ id }) => id))
const isAllShown = computed(() => shownIds.value.every((id) => chosen.has(id)))
const isSomeShown = computed(() => shownIds.value.some((id) => chosen.has(id)))

/** By campaign; what has none comes last, and what is no promotion after that. */
const entries = computed(() => {
  const titleOf = (change: ReleaseChange) =>
    change.thing !== 'promotion'
      ? words.otherThings
      : change.campaign === null
        ? text.promotion.noCampaign
        : nameOfCampaign(change.campaign)
  const groups = new Map<string, ReleaseChange[]>()
  for (const change of filtered.value) groups.set(titleOf(change), [...(groups.get(titleOf(change)) ?? []), change])
  const last = [text.promotion.noCampaign, words.otherThings]
  const titles = [...groups.keys()].sort((a, b) => last.indexOf(a) - last.indexOf(b) || (a < b ? -1 : 1))
  return titles.flatMap((title) => [
    { title, change: null },
    ...groups.get(title)!.map((change) => ({ title, change })),
  ])
})
const { list, items, above, below, measure } = usePageRows(() => entries.value.length, ROW_HEIGHT)
const shown = computed(() =>
  items.value.flatMap(({ index }) => {
    const entry = entries.value[index]
    return entry ? [{ ...entry, index, key: entry.change?.id ?? `title ${entry.title}` }] : []
  }),
)
const when = (at: string) => formatInstant(Date.parse(at), { zone: store.zone, year: false })
</script>

<template>
  <h2>{{ words.title }} ({{ changes.length }})</h2>
  <div v-if="people.length > 2 || campaignChoices.length > 2" class="filters">
    <v-select v-model="person" :items="people" :label="words.filters.person" density="compact" hide-details />
    <v-select
      v-model="campaign"
      :items="campaignChoices"
      :label="words.filters.campaign"
      density="compact"
      hide-details
    />
    <button v-if="isFiltered && !fixed" type="button" class="as-link" @click="emit('only', shownIds)">
      {{ words.selectShown }}
    </button>
  </div>
  <table ref="list" class="printed" :aria-rowcount="entries.length + 1">
    <colgroup>
      <col v-if="!fixed" class="choose" />
      <col class="kind" />
      <col />
      <col class="by" />
    </colgroup>
    <thead>
      <tr aria-rowindex="1">
        <th v-if="!fixed" scope="col">
          <input
            type="checkbox"
            :aria-label="words.selectAll"
            :checked="isAllShown"
            :indeterminate="isSomeShown && !isAllShown"
            @change="emit('set', shownIds, ($event.target as HTMLInputElement).checked)"
          />
        </th>
        <th scope="col" colspan="2">{{ words.title }}</th>
        <th scope="col">{{ words.filters.person }}</th>
      </tr>
    </thead>
    <tbody>
      <tr v-if="above > 0" aria-hidden="true" :style="{ height: `${above}px` }">
        <td colspan="4" />
      </tr>
      <tr
        v-for="{ title, change, index, key } in shown"
        :key="key"
        :ref="(element) => measure(element as Element | null)"
        :data-index="index"
        :class="{ out: change && !fixed && !chosen.has(change.id) }"
      >
        <th v-if="!change" scope="rowgroup" colspan="4" class="campaign">{{ title }}</th>
        <template v-else>
          <td v-if="!fixed">
            <input
              type="checkbox"
              :aria-label="words.select(nameChange(change))"
              :checked="chosen.has(change.id)"
              @change="emit('set', [change.id], ($event.target as HTMLInputElement).checked)"
            />
          </td>
          <td class="quiet">{{ words.kinds[change.kind] }}</td>
          <td>
            <router-link v-if="change.thing === 'promotion' && change.after" :to="`/promotions/${change.after.id}`">{{
              change.name
            }}</router-link>
            <strong v-else>{{ nameChange(change) }}</strong>
            <span v-if="change.thing === 'set' || change.thing === 'occasion'" class="quiet">
              · {{ words.things[change.thing] }}</span
            >
            <ChangeFields :change="change" />
            <p v-if="!fixed" class="acts">
              <button type="button" class="as-link" @click="emit('only', [change.id])">{{ words.selectOnly }}</button>
              <button v-if="session.may('planner')" type="button" class="as-link" @click="discard(change)">
                {{ words.discard }}
              </button>
            </p>
          </td>
          <td class="quiet">
            <template v-if="change.by">{{ change.by }}</template><br /><template v-if="change.at">{{
              when(change.at)
            }}</template>
          </td>
        </template>
      </tr>
      <tr v-if="below > 0" aria-hidden="true" :style="{ height: `${below}px` }">
        <td colspan="4" />
      </tr>
    </tbody>
  </table>
</template>

<style scoped>
h2 {
  margin-top: 20px;
}

.filters {
  align-items: center;
  display: flex;
  gap: 12px;
  margin: 10px 0;
  max-width: 620px;
}

table {
  table-layout: fixed;
  width: 100%;
}

.choose {
  width: 34px;
}

.kind {
  width: 80px;
}

.by {
  width: 130px;
}

.campaign {
  padding-top: 14px;
  text-align: left;
}

td {
  overflow-wrap: anywhere;
  vertical-align: top;
}

.out td {
  color: var(--quiet);
}

.acts {
  display: flex;
  gap: 16px;
  margin-top: 2px;
}
</style>
