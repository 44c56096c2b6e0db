<script setup lang="ts">
import { CHANNEL_RULES, type Partner } from '@novalex/contract'
import { dateOf, findRulesOn, isOverdue, toLocal, type DatedRules } from '@novalex/core'
import { computed } from 'vue'
import { channelText as words, describeRules, submissionText } from '@/locale/catalogue.ts'
import { useMoment } from '@/stores/moment.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'

/** A partner's rules as sentences: those in force, those to come by their day, then those of the past. */
const { partner, promotions, isAllowed } = defineProps<{
  partner: Partner
  promotions: number
  isAllowed: boolean
}>()
const emit = defineEmits<{ edit: []; remove: [] }>()

const moment = useMoment()
const store = useStoreInfo()
const today = computed(() => dateOf(toLocal(moment.now, store.zone)))
const inForce = computed(() => findRulesOn(partner, today.value))
const sets = computed(() => {
  const others = partner.rules.filter((set) => set !== inForce.value).toSorted((a, b) => (a.from < b.from ? -1 : 1))
  const [past, toCome] = [others.filter(isPast), others.filter((set) => !isPast(set))]
  return [...(inForce.value ? [inForce.value] : []), ...toCome, ...past.reverse()].map((set) => {
    const isCurrent = set === inForce.value
    return {
      ...set,
      isCurrent,
      state: isCurrent ? words.inForce : isPast(set) ? words.past : words.toCome,
      sentences: describeRules(set.values, CHANNEL_RULES),
      isOld: isOverdue(set, today.value) && (isCurrent || !isPast(set)),
    }
  })
})

const isPast = ({ from }: DatedRules) => from <= today.value
</script>

<template>
  <article :aria-label="partner.name">
    <header>
      <h3>{{ partner.name }}</h3>
      <span class="quiet">{{ words.timing(partner.leadHours, partner.lockHours) }}</span>
      <span class="quiet grow">{{ words.promotions(promotions) }}</span>
      <router-link v-if="partner.isSimulated" :to="`/channels/partners/${encodeURIComponent(partner.id)}`">{{
        submissionText.desk.open
      }}</router-link>
      <template v-if="isAllowed">
        <v-btn size="small" :aria-label="words.editOf(partner.name)" @click="emit('edit')">{{ words.edit }}</v-btn>
        <button type="button" class="as-link" @click="emit('remove')">{{ words.remove }}</button>
      </template>
    </header>
    <p v-if="sets.length === 0" class="quiet">{{ words.noSets }}</p>
    <section v-for="set in sets" :key="set.from" :class="{ quiet: !set.isCurrent }">
      <h4>
        {{ words.rulesFrom(set.from) }} <span class="state" :class="{ current: set.isCurrent }">{{ set.state }}</span>
      </h4>
      <ul>
        <li v-for="sentence in set.sentences" :key="sentence">{{ sentence }}</li>
        <li v-if="set.sentences.length === 0">{{ words.noRules }}</li>
      </ul>
      <p class="quiet source">{{ words.source(set.source, set.checkedOn) }}</p>
      <p v-if="set.isOld" class="wrong">{{ words.overdue }}</p>
    </section>
  </article>
</template>

<style scoped>
article {
  border-top: 1px solid var(--line);
  margin-top: 10px;
  padding: 12px 0 18px;
}

header {
  align-items: baseline;
  display: flex;
  flex-wrap: wrap;
  gap: 4px 18px;
}

h3 {
  overflow-wrap: anywhere;
}

.grow {
  flex: 1;
}

section {
  display: inline-block;
  margin: 10px 40px 0 0;
  max-width: 520px;
  vertical-align: top;
}

h4 {
  font-size: 14px;
  font-weight: 650;
  margin: 0;
}

.state {
  font-weight: 400;
}

.state.current {
  color: var(--saves);
}

ul {
  margin: 4px 0;
  padding-left: 18px;
}

.source {
  font-size: 12px;
  overflow-wrap: anywhere;
}
</style>
