<script setup lang="ts">
import type { PersonRole } from '@novalex/contract'
import { computed } from 'vue'
import { useThemeName } from '@/composables/useThemeName.ts'
import { text } from '@/locale/en.ts'
import { ROLE_NAMES } from '@/locale/roleNames.ts'
import { findingText } from '@/locale/enFindings.ts'
import { useFindings } from '@/stores/findings.ts'
import { useSession } from '@/stores/session.ts'
import { useKeysDialog } from './useKeysDialog.ts'

const theme = useThemeName()
const keys = useKeysDialog()
const isNight = computed(() => theme.value === 'night')

const session = useSession()
const findings = useFindings()
type Link = readonly [path: string, name: string, role?: PersonRole]
const SECTIONS: readonly { readonly name: string; readonly links: readonly Link[] }[] = [
  {
    name: text.rail.sections.plan,
    links: [
      ['/calendar', text.rail.calendar],
      ['/promotions', text.rail.promotions],
      ['/products', text.rail.products],
      ['/sets', text.rail.sets],
      ['/shoppers', text.rail.shoppers],
      ['/occasions', text.rail.occasions],
      ['/stacking', text.rail.stacking],
    ],
  },
  {
    name: text.rail.sections.prove,
    links: [
      ['/findings', text.rail.findings],
      ['/test-carts', text.rail.testCarts],
    ],
  },
  {
    name: text.rail.sections.run,
    links: [
      ['/releases', text.rail.releases],
      ['/codes', text.rail.codes],
      ['/orders', text.rail.orders],
      ['/shop', text.rail.shop],
    ],
  },
  {
    name: text.rail.sections.setUp,
    links: [
      ['/store', text.rail.store],
      ['/people', text.rail.people, 'administrator'],
      ['/keys', text.rail.shopKeys, 'administrator'],
      ['/mailbox', text.rail.mailbox, 'administrator'],
      ['/log', text.rail.log],
    ],
  },
]
/** Entries that the user's role allows. */
const sections = computed(() =>
  SECTIONS.map(({ name, links }) => ({
    name,
    links: links.filter(([, , role]) => role === undefined || session.may(role)),
  })),
)

function switchTheme(): void {
  theme.value = isNight.value ? 'paper' : 'night'
}
</script>

<template>
  <nav :aria-label="text.rail.label">
    <router-link to="/today" class="mark">Novalex<span>.</span></router-link>
    <router-link to="/today" class="today" active-class="here">{{ text.rail.today }}</router-link>
    <section v-for="section in sections" :key="section.name">
      <h2>{{ section.name }}</h2>
      <router-link v-for="[to, name] in section.links" :key="to" :to="to" active-class="here"
        >{{ name
        }}<span
          v-if="to === '/findings' && findings.open.length > 0"
          class="number"
          :title="findingText.number(findings.open.length)"
          >{{ findings.open.length }}</span
        ></router-link
      >
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
  padding: 2px 16px;
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

.foot button {
  background: none;
  border: 0;
  color: var(--quiet);
  cursor: pointer;
  font-size: 13px;
  padding: 3px 0;
  text-align: left;
}

kbd {
  border: 1px solid var(--line);
  border-radius: 3px;
  font-size: 11px;
  padding: 0 4px;
}
</style>
