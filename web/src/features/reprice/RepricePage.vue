<script setup lang="ts">
import { findAccepted, ODDITIES, reachOfPick, toMechanic, type Oddity } from '@novalex/core'
import { computed, ref } from 'vue'
import { useRouter } from 'vue-router'
import { call } from '@/api/call.ts'
import DateTimeField from '@/components/DateTimeField.vue'
import EndField from '@/components/EndField.vue'
import RoundingEditor from '@/components/RoundingEditor.vue'
import { provideFields } from '@/components/fields.ts'
import LoadError from '@/components/LoadError.vue'
import { useAttempt } from '@/composables/useAttempt.ts'
import { createNewDraft } from '@/features/promotions/createNewDraft.ts'
import { text, repriceText as words, counted, explainProblem } from '@/locale/catalogue.ts'
import { useMoment } from '@/stores/moment.ts'
import { useNotice } from '@/stores/notice.ts'
import { useProductChoice } from '@/stores/productChoice.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import OperationBands from './OperationBands.vue'
import RepricedTable from './RepricedTable.vue'
import { useReprice } from './useReprice.ts'

const router = useRouter()
const store = useStoreInfo()
const moment = useMoment()
const notice = useNotice()
const choice = useProductChoice()
const attempt = useAttempt()
const reprice = useReprice()
const { repricing, start, end, fields, rows, progress, place, error, isReadable, change, cancel, preview } = reprice
provideFields(fields)

const typedName = ref<string | null>(null)
const name = computed({
  get: () => typedName.value ?? words.names[repricing.value.target],
  set: (text: string) => {
    typedName.value = text
  },
})
const looked = ref<Oddity | null>(null)
const accepted = computed(() => findAccepted(rows.value ?? [], repricing.value.target))
const counts = computed(() => {
  const found = new Map<Oddity, number>()
  for (const { odd } of rows.value ?? []) for (const one of odd) found.set(one, (found.get(one) ?? 0) + 1)
  return ODDITIES.flatMap((one) => (found.has(one) ? [{ oddity: one, count: found.get(one)! }] : []))
})
const shown = computed(() =>
  looked.value === null ? (rows.value ?? []) : (rows.value ?? []).filter(({ odd }) => odd.includes(looked.value!)),
)
const summary = computed(() => {
  const left = (rows.value?.length ?? 0) - accepted.value.size
  return words.summary(counted.product(accepted.value.size), left > 0 ? words.leftOut(counted.product(left)) : '')
})
const errors = (path: string) => fields.problemsAt(path).map(explainProblem)

function accept(): void {
  void attempt(async () => {
    const mechanic = toMechanic(repricing.value, accepted.value, reachOfPick(choice.picked))
    const { stacking, ...draft } = createNewDraft(store.settings, moment.now)
    const isSale = repricing.value.target === 'sale'
    const schedule = { start: start.value!, ...(isSale && end.value ? { end: end.value } : {}) }
    const { promotion, version } = await call('createPromotion', {
      body: {
        ...draft,
        ...(isSale ? { stacking: stacking! } : {}),
        name: name.value.trim(),
        state: 'ready',
        schedule,
        mechanic,
      },
    })
    choice.chooseNone()
    await router.push(`/promotions/${promotion.id}`)
    notice.say(words.done(promotion.name), {
      label: text.common.undo,
      run: () =>
        void attempt(async () => {
          // Asked for at once: whoever leaves next has undone it all the same.
          const deleting = call('deletePromotion', { params: { id: promotion.id }, query: { version } })
          await router.push('/products')
          await deleting
        }),
    })
  })
}
</script>

<template>
  <section class="page">
    <header class="page-head">
      <div>
        <router-link to="/products">{{ words.back }}</router-link>
        <h1>
          {{ words.title }} <span v-if="rows" class="quiet of">{{ words.of(counted.product(rows.length)) }}</span>
        </h1>
      </div>
      <span class="grow" />
      <v-btn
        variant="flat"
        :disabled="accepted.size === 0 || progress !== null || !isReadable || name.trim() === ''"
        @click="accept"
        >{{ words.accept }}</v-btn
      >
    </header>
    <div class="sides">
      <form :aria-label="words.title" @submit.prevent>
        <v-btn-toggle
          :model-value="repricing.target"
          mandatory
          :aria-label="words.target.label"
          @update:model-value="(target) => change({ target })"
        >
          <v-btn size="small" value="sale">{{ words.target.sale }}</v-btn>
          <v-btn size="small" value="regular">{{ words.target.regular }}</v-btn>
        </v-btn-toggle>
        <v-select
          :model-value="repricing.basis"
          :items="[
            { value: 'regular', title: words.basis.regular },
            { value: 'sale', title: words.basis.sale },
          ]"
          :label="words.basis.label"
          :hint="repricing.basis === 'sale' ? words.basisHint : undefined"
          persistent-hint
          @update:model-value="(basis) => change({ basis })"
        />
        <OperationBands :bands="repricing.bands" @change="(bands) => change({ bands })" />
        <RoundingEditor
          :rounding="repricing.rounding ?? undefined"
          path="rounding"
          @change="(rounding) => change({ rounding: rounding ?? null })"
        />
        <DateTimeField
          v-model="start"
          path="start"
          :date-label="words.start"
          :time-label="words.startTime"
          :errors="errors('start')"
        />
        <EndField v-if="repricing.target === 'sale'" v-model="end" path="end" :errors="errors('end')" />
        <v-text-field v-model="name" :label="words.name" maxlength="120" />
      </form>
      <div class="preview">
        <LoadError :of="[{ error: reprice.error, refetch: reprice.preview }]" />
        <div class="state" role="status">
          <template v-if="progress !== null">
            <v-progress-linear :model-value="progress * 100" color="primary" :aria-label="words.working" />
            <span>{{ place > 0 ? words.waiting(place) : words.working }}</span>
            <button type="button" class="as-link" @click="cancel">{{ words.cancel }}</button>
          </template>
          <strong v-else-if="rows">{{ summary }}</strong>
          <template v-else-if="!error && isReadable">
            <span>{{ words.cancelled }}</span>
            <button type="button" class="as-link" @click="preview">{{ words.again }}</button>
          </template>
        </div>
        <div v-if="rows && counts.length > 0" class="odd">
          <button type="button" :aria-pressed="looked === null" @click="looked = null">
            {{ words.all(String(rows.length)) }}
          </button>
          <button
            v-for="{ oddity, count } in counts"
            :key="oddity"
            type="button"
            :aria-pressed="looked === oddity"
            @click="looked = looked === oddity ? null : oddity"
          >
            {{ words.odd[oddity] }} <strong>{{ count }}</strong>
          </button>
        </div>
        <RepricedTable v-if="rows" :rows="shown" :target="repricing.target" />
      </div>
    </div>
  </section>
</template>

<style scoped>
.page {
  padding-bottom: 0;
}

.of {
  font-size: 18px;
  font-weight: 400;
}

.sides {
  display: grid;
  gap: 24px;
  grid-template-columns: 312px minmax(0, 1fr);
}

form {
  align-content: start;
  display: grid;
  gap: 12px;
}

.state {
  align-items: center;
  display: flex;
  flex-wrap: wrap;
  gap: 4px 12px;
  min-height: 32px;
}

.odd {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  margin-bottom: 6px;
}

.odd button {
  background: var(--sheet);
  border: 1px solid var(--line);
  color: inherit;
  cursor: pointer;
  font: inherit;
  font-size: 13px;
  padding: 2px 9px;
}

.odd button[aria-pressed='true'] {
  border-color: var(--moment);
  box-shadow: inset 0 -2px 0 var(--moment);
}

@media (max-width: 1180px) {
  .sides {
    grid-template-columns: minmax(0, 1fr);
  }

  form {
    align-items: start;
    grid-template-columns: 1fr 1fr;
  }
}
</style>
