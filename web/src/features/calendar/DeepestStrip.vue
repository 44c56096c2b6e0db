<script setup lang="ts">
import type { Instant } from '@novalex/core'
import { computed } from 'vue'
import { useAnswer } from '@/api/useAnswer.ts'
import LoadError from '@/components/LoadError.vue'
import { proofText } from '@/locale/catalogue.ts'
import { formatInstant, formatPercent } from '@novalex/words'
import { useMoment } from '@/stores/moment.ts'
import { useNames } from '@/stores/names.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'

/** For each category the deepest combined reduction through the days in view. */
const { range } = defineProps<{ range: { readonly from: Instant; readonly to: Instant } }>()

const store = useStoreInfo()
const moment = useMoment()
const names = useNames()
const words = proofText.calendar
const WORTH_A_NUMBER = 6
/** Narrower spans are painted, but no buttons of their own: thousands would be slow, and none could be hit. Percent of the width. */
const WORTH_A_BUTTON = 1.5
const THINNEST = 0.4

const deepest = useAnswer('getDeepest', () => ({
  query: {
    plan: moment.plan,
    ...moment.inChannel,
    from: new Date(range.from).toISOString(),
    to: new Date(range.to).toISOString(),
  },
}))
const { data, error } = deepest
const share = (at: Instant) => ((at - range.from) / (range.to - range.from)) * 100
const colourOf = (percent: number) => `color-mix(in srgb, var(--saves) ${Math.min(percent / 120, 40)}%, transparent)`
/** Spans too narrow to be seen apart are painted as one, as deep as the deepest of them. */
function thin<S extends { readonly percent: number; readonly left: number; readonly width: number }>(
  spans: readonly S[],
) {
  const thick: { percent: number; left: number; width: number }[] = []
  for (const { percent, left, width } of spans) {
    const last = thick.at(-1)
    if (!last || last.width >= THINNEST) thick.push({ percent, left, width })
    else {
      last.percent = Math.max(last.percent, percent)
      last.width += width
    }
  }
  return thick
}

const strips = computed(() =>
  (data.value ?? []).map(({ category, spans: all }) => {
    const spans = all.map((span) => {
      const [from, until] = [Math.max(Date.parse(span.from), range.from), Math.min(Date.parse(span.until), range.to)]
      return { ...span, at: from, left: share(from), width: share(until) - share(from) }
    })
    const stops = thin(spans).map(({ percent, left, width }) => `${colourOf(percent)} ${left}% ${left + width}%`)
    const background = `linear-gradient(90deg, ${stops.join(', ')})`
    return { category, background, spans: spans.filter(({ width }) => width >= WORTH_A_BUTTON) }
  }),
)
</script>

<template>
  <section>
    <h2>{{ words.deepest }} <span class="quiet">{{ words.deepestHint }}</span></h2>
    <LoadError :of="[deepest]" />
    <p v-if="!data && !error" class="quiet" role="status">{{ words.deepestComing }}</p>
    <div v-for="strip in strips" :key="strip.category" class="strip">
      <span class="name">{{ names.names.category(strip.category) }}</span>
      <div class="track" :style="{ background: strip.background }">
        <button
          v-for="span in strip.spans"
          :key="span.at"
          type="button"
          :style="{ left: `${span.left}%`, width: `${span.width}%` }"
          :aria-label="`${names.names.category(strip.category)}, ${formatPercent(Math.round(span.percent / 100) * 100)}, ${formatInstant(span.at, { zone: store.zone })}`"
          @click="moment.moveTo(span.at)"
        >
          {{
            span.percent > 0 && span.width > WORTH_A_NUMBER ? formatPercent(Math.round(span.percent / 100) * 100) : ''
          }}
        </button>
      </div>
    </div>
  </section>
</template>

<style scoped>
h2 {
  font-size: 14px;
  margin-bottom: 6px;
}

h2 span {
  font-size: 12.5px;
  font-weight: 400;
}

.strip {
  display: grid;
  grid-template-columns: 110px minmax(0, 1fr);
  padding: 0 11px;
}

.name {
  font-size: 12.5px;
  line-height: 24px;
}

.track {
  border-bottom: 1px solid var(--line);
  height: 25px;
  position: relative;
}

button {
  background: none;
  border: 0;
  border-left: 1px solid var(--sheet);
  color: var(--ink);
  cursor: pointer;
  font: inherit;
  font-size: 11.5px;
  height: 24px;
  overflow: hidden;
  padding: 0 4px;
  position: absolute;
  text-align: left;
  white-space: nowrap;
}
</style>
