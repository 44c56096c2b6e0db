<script setup lang="ts">
import { computeStatus, type PromotionState } from '@novalex/core'
import { mdiArrowURightTop, mdiArrowULeftTop } from '@mdi/js'
import { computed } from 'vue'
import { useAnswer } from '@/api/useAnswer.ts'
import { formatInstant } from '@novalex/words'
import StateMark from '@/components/StateMark.vue'
import SeverityMark from '@/components/SeverityMark.vue'
import { text, explainProblem } from '@/locale/catalogue.ts'
import { useFindings } from '@/stores/findings.ts'
import { useInShop } from '@/stores/inShop.ts'
import { useSession } from '@/stores/session.ts'
import { useMoment } from '@/stores/moment.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import { describeTimeLeft } from '@/locale/describeTimeLeft.ts'
import { toPromotion } from '@/draft/toDraft.ts'
import { usePromotion } from '@/draft/usePromotionDraft.ts'
import UnreleasedChange from '@/features/changes/UnreleasedChange.vue'
import { useAtOnce } from '@/features/atOnce/useAtOnce.ts'
import RunAgainDialog from './RunAgainDialog.vue'

const { draft, record, loaded, load, patch, undo, redo, canUndo, canRedo, problemsAt } = usePromotion()
const store = useStoreInfo()
const moment = useMoment()
const inShop = useInShop()
const session = useSession()
const findings = useFindings()
const found = computed(() => findings.ofPromotion(record.value.promotion.id))
const words = text.promotions

const promotion = computed(() => toPromotion(record.value, draft.value))
const status = computed(() => computeStatus(promotion.value, store.zone, moment.instant))
const left = computed(() => describeTimeLeft(promotion.value, store.zone, moment.instant))

/** One thing at a time: what is blank is not also too short. */
const nameProblem = computed(() =>
  draft.value.name.trim() === '' ? { code: 'required' as const, path: 'name' } : problemsAt('name')[0],
)
/** One line, whatever is pasted. */
const setName = (given: string) => {
  patch({ name: given.replace(/\s+/g, ' ') })
}

/** Shows what was changed elsewhere; what is being edited stays, and is settled when it is saved. */
function reload(): void {
  if (loaded.value.state === 'kept') void load()
}
const atOnceFor = useAtOnce(reload)
const atOnce = computed(() => atOnceFor(record.value))

/** What of it is live: since when it is as it is here, or that the shop has it otherwise. */
const told = computed(() => {
  if (inShop.changed.has(record.value.promotion.id)) return text.promotion.changedSince
  const { release = null, at = null } = liveSince.value ?? {}
  const state = text.promotion.states[draft.value.state]
  if (release === null || at === null) return state
  const since = text.promotion.liveSince(release, formatInstant(Date.parse(at), { zone: store.zone }))
  return draft.value.state === 'ready' ? since : `${state} ${since}`
})
const { data: liveSince } = useAnswer('getLiveSince', () => ({ params: { id: record.value.promotion.id } }))

/** By the present, whatever time is looked at. */
const hasEnded = computed(() =>
  ['ended', 'stopped'].includes(computeStatus(record.value.promotion, store.zone, moment.now)),
)

const MOVES: Readonly<Record<PromotionState, readonly { to: PromotionState; title: string }[]>> = {
  draft: [{ to: 'ready', title: words.ready }],
  ready: [
    { to: 'paused', title: words.pause },
    { to: 'stopped', title: words.stop },
    { to: 'draft', title: words.draft },
  ],
  paused: [
    { to: 'ready', title: words.resume },
    { to: 'stopped', title: words.stop },
  ],
  stopped: [{ to: 'draft', title: words.draft }],
}
</script>

<template>
  <header>
    <p class="trail quiet">
      <router-link to="/promotions">{{ words.title }}</router-link> ›
      <StateMark :status="status" :promotion="record.promotion.id" />
      <template v-if="left"> · {{ left }}</template>
      <span class="grow" />
      <v-btn
        :icon="mdiArrowULeftTop"
        size="x-small"
        variant="text"
        :disabled="!canUndo"
        :aria-label="text.common.undo"
        @click="undo"
      />
      <v-btn
        :icon="mdiArrowURightTop"
        size="x-small"
        variant="text"
        :disabled="!canRedo"
        :aria-label="text.common.redo"
        @click="redo"
      />
    </p>
    <h1>
      <textarea
        :value="draft.name"
        rows="1"
        :aria-label="text.promotion.name"
        @input="(event) => setName((event.target as HTMLTextAreaElement).value)"
        @keydown.enter.prevent="(event) => (event.target as HTMLElement).blur()"
      />
    </h1>
    <p v-if="nameProblem" class="wrong" role="alert">{{ explainProblem(nameProblem) }}</p>
    <p class="moves">
      <v-btn v-for="one in atOnce" :key="one.act" size="small" variant="outlined" color="primary" @click="one.run">{{
        one.title
      }}</v-btn>
      <v-btn
        v-for="(move, index) in MOVES[draft.state]"
        :key="move.to"
        size="small"
        :variant="atOnce.length > 0 ? 'text' : index === 0 && draft.state !== 'ready' ? 'flat' : 'outlined'"
        :title="atOnce.length > 0 ? words.withRelease : ''"
        @click="patch({ state: move.to })"
        >{{ move.title }}</v-btn
      >
      <RunAgainDialog v-if="hasEnded && session.may('planner')" :name="record.promotion.name" :records="[record]" />
      <span class="quiet">
        {{ told }}
      </span>
    </p>
    <UnreleasedChange :promotion="record.promotion.id" @discarded="reload" />
    <ul v-if="found.length > 0" class="found">
      <li v-for="finding in found" :key="finding.id">
        <SeverityMark :severity="finding.severity" />
        <router-link :to="{ path: '/findings', query: { promotion: record.promotion.id } }">{{
          findings.describe(finding)
        }}</router-link>
      </li>
    </ul>
  </header>
</template>

<style scoped>
.trail {
  align-items: center;
  display: flex;
  gap: 6px;
}

.grow {
  flex: 1;
}

h1 textarea {
  background: none;
  border: 0;
  border-bottom: 1px dotted transparent;
  color: inherit;
  display: block;
  field-sizing: content;
  font: inherit;
  overflow-wrap: anywhere;
  padding: 0;
  resize: none;
  width: 100%;
}

h1 textarea:hover,
h1 textarea:focus {
  border-bottom-color: var(--quiet);
}

.found {
  display: grid;
  font-size: 13px;
  gap: 3px;
  list-style: none;
  margin-top: 10px;
  padding: 0;
}

.found a {
  color: inherit;
  overflow-wrap: anywhere;
}

.moves {
  align-items: center;
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  margin-top: 8px;
}
</style>
