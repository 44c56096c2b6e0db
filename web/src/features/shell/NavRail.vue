<script setup lang="ts">
import { computed } from 'vue'
import { useStoredList } from '@/composables/useStoredList.ts'
import { useThemeName } from '@/composables/useThemeName.ts'
import { text, ROLE_NAMES, findingText } from '@/locale/catalogue.ts'
import { useFindings } from '@/stores/findings.ts'
import { useSession } from '@/stores/session.ts'
import { SECTIONS } from './places.ts'
import { useGoToDialog } from './useGoToDialog.ts'
import { useKeysDialog } from './useKeysDialog.ts'

const theme = useThemeName()
const keys = useKeysDialog()
const goTo = useGoToDialog()
const isNight = computed(() => theme.value === 'night')

const session = useSession()
const findings = useFindings()
/** Entries that the user's role allows. */
const sections = computed(() =>
  SECTIONS.map(({ id, name, places }) => ({
    id,
    name,
    places: places.filter(({ role }) => role === undefined || session.may(role)),
  })),
)

/** Sections that were folded in this browser. */
const folded = useStoredList('novalex.folded', (id) => typeof id === 'string')
const isFolded = (id: string) => folded.value.includes(id)
function fold(id: string): void {
  folded.value = isFolded(id) ? folded.value.filter((one) => one !== id) : [...folded.value, id]
}

function switchTheme(): void {
  theme.value = isNight.value ? 'paper' : 'night'
}
</script>

<template>
  <nav :aria-label="text.rail.label">
    <router-link to="/today" class="mark">Novalex<span>.</span></router-link>
    <router-link to="/today" class="today" active-class="here">{{ text.rail.today }}</router-link>
    <button type="button" class="go" @click="goTo.open()">{{ text.rail.goTo }} <kbd>Ctrl K</kbd></button>
    <section v-for="section in sections" :key="section.id">
      <h2>
        <button type="button" :aria-expanded="!isFolded(section.id)" @click="fold(section.id)">
          {{ section.name }} <span aria-hidden="true">{{ isFolded(section.id) ? '▸' : '▾' }}</span>
        </button>
      </h2>
      <template v-if="!isFolded(section.id)">
        <router-link v-for="{ path, name } in section.places" :key="path" :to="path" active-class="here"
          >{{ name
          }}<span
            v-if="path === '/findings' && findings.open.length > 0"
            class="number"
            :title="findingText.number(findings.open.length)"
            >{{ findings.open.length }}</span
          ></router-link
        >
      </template>
    </section>
    <div class="foot">
      <router-link v-if="session.account" to="/me" class="you" active-class="here">
        {{ session.account.name }} <span class="quiet">{{ ROLE_NAMES[session.account.role] }}</span>
      </router-link>
      <button type="button" @click="switchTheme">{{ isNight ? text.rail.themeBack : text.rail.theme }}</button>
      <button type="button" @click="keys.open()">{{ text.rail.keys }} <kbd>?</kbd></button>
    </div>
  </nav>
</template>

<style scoped>
nav {
  background: rgb(var(--v-theme-background));
  display: flex;
  flex-direction: column;
  overflow-y: auto;
}

.mark {
  color: var(--ink);
  font-family: 'Bricolage Grotesque Variable', sans-serif;
  font-size: 19px;
  font-weight: 700;
  padding: 10px 16px 10px;
  text-decoration: none;
}

.mark span {
  color: var(--moment);
}

section {
  margin-bottom: 10px;
}

.today {
  margin-bottom: 8px;
}

.number {
  background: var(--desk);
  border-radius: 8px;
  color: var(--ink);
  float: right;
  font-size: 12px;
  font-variant-numeric: tabular-nums;
  font-weight: 500;
  padding: 1px 7px;
}

h2 {
  color: var(--quiet);
  font:
    500 12px/1.4 'Public Sans Variable',
    sans-serif;
}

h2 button {
  background: none;
  border: 0;
  color: inherit;
  cursor: pointer;
  font: inherit;
  padding: 2px 16px;
  text-align: left;
  width: 100%;
}

h2 button span {
  opacity: 0;
}

h2 button:hover span,
h2 button:focus-visible span,
h2 button[aria-expanded='false'] span {
  opacity: 1;
}

section a,
.today {
  border-left: 3px solid transparent;
  color: var(--ink);
  display: block;
  line-height: 20px;
  padding: 2.5px 16px;
  text-decoration: none;
}

section a:hover,
.today:hover {
  background: var(--desk);
}

section a.here,
.today.here {
  background: linear-gradient(90deg, color-mix(in srgb, var(--act) 16%, transparent), transparent);
  border-left-color: var(--act);
  font-weight: 650;
}

.foot {
  display: grid;
  gap: 2px;
  margin-top: auto;
  padding: 12px 16px;
}

.you {
  color: var(--ink);
  display: grid;
  line-height: 1.3;
  margin-bottom: 6px;
  overflow-wrap: anywhere;
  text-decoration: none;
}

.you:hover {
  text-decoration: underline;
}

.you .quiet {
  font-size: 12.5px;
}

.go,
.foot button {
  background: none;
  border: 0;
  color: var(--quiet);
  cursor: pointer;
  font-size: 13px;
  padding: 3px 0;
  text-align: left;
}

.go {
  margin-bottom: 8px;
  padding: 3px 16px 3px 19px;
}

kbd {
  border: 1px solid var(--line);
  border-radius: 3px;
  font-size: 11px;
  padding: 0 4px;
}
</style>
