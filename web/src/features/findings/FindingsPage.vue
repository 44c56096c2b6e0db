<script setup lang="ts">
import { computed, ref } from 'vue'
import { useRoute } from 'vue-router'
import LoadError from '@/components/LoadError.vue'
import { text, findingText as words, counted } from '@/locale/catalogue.ts'
import { followFindings, useFindings } from '@/stores/findings.ts'
import FindingList from './FindingList.vue'
import { useWantedFindings } from './useWantedFindings.ts'

/** Findings of the working plan; `?promotion=` filters by promotion. */
const findings = useFindings()
findings.ask()
const asked = followFindings(() => ({}))
const route = useRoute()
const isAsideShown = ref(false)

const about = computed(() => (typeof route.query['promotion'] === 'string' ? route.query['promotion'] : null))
const names = computed(() => findings.answer?.names ?? {})
const { open, asides, state } = useWantedFindings(about)
</script>

<template>
  <section class="page">
    <header class="page-head">
      <h1>{{ words.title }}</h1>
      <span v-if="findings.answer?.checkedAt" class="quiet" role="status">{{ words.number(open.length) }}</span>
      <span class="grow" />
      <span class="quiet" role="status">{{ state }}</span>
    </header>
    <p class="quiet">{{ words.hint }}</p>
    <LoadError :of="[asked]" />
    <p v-if="!findings.answer && !asked.error.value" class="quiet">{{ text.common.loading }}</p>
    <p v-if="about !== null">
      {{ words.only(names[`promotion:${about}`] ?? about) }} <router-link to="/findings">{{ words.all }}</router-link>
    </p>
    <p v-if="findings.answer?.checkedAt && open.length === 0" class="none">
      {{ about === null ? words.none : words.noneHere }}
    </p>
    <FindingList :findings="open" :names="names" :class="{ old: !findings.isCurrent }" />
    <section v-if="asides.length > 0" class="asides">
      <h2>{{ words.asides(counted.finding(asides.length)) }}</h2>
      <button type="button" class="as-link" :aria-expanded="isAsideShown" @click="isAsideShown = !isAsideShown">
        {{ isAsideShown ? words.hide : words.show }}
      </button>
      <FindingList v-if="isAsideShown" :findings="asides" :names="names" />
    </section>
  </section>
</template>

<style scoped>
.none {
  padding: 48px 0;
  text-align: center;
}

.old {
  opacity: 0.6;
}

.asides {
  margin-top: 24px;
}
</style>
