<script setup lang="ts">
import type { CsvDialect, ImportKind, ImportStatus } from '@novalex/contract'
import { entriesOf } from '@novalex/core'
import { useStorage } from '@vueuse/core'
import { computed } from 'vue'
import { fileUrl, templateUrl } from '@/api/files.ts'
import { useAnswer } from '@/api/useAnswer.ts'
import { text, filesText as words } from '@/locale/catalogue.ts'

/** Files of some kinds, to take away and to fill in; and the last that came in, to be undone. */
const { kinds, isOpen } = defineProps<{ kinds: readonly ImportKind[]; isOpen: boolean; compact: boolean }>()
const emit = defineEmits<{ bring: []; undo: [status: ImportStatus] }>()
/** CSV format of the user's spreadsheet program; asked once. */
const dialect = useStorage<CsvDialect>('novalex.csv', 'comma', localStorage, {
  serializer: { read: (kept) => (kept === 'semicolon' ? kept : 'comma'), write: String },
})
const DIALECTS = entriesOf(words.dialects).map(([value, title]) => ({ value, title }))

/** The last file, as long as nothing else was changed after it. */
const { data: imports } = useAnswer('listImports', () => (isOpen ? {} : null))
const undoable = computed(() => imports.value?.filter(({ kind }) => kinds.includes(kind)))
</script>

<template>
  <v-card border class="files" role="dialog" :aria-label="words.outTitle">
    <table class="printed">
      <tbody>
        <tr v-for="kind in kinds" :key="kind">
          <th scope="row">{{ words.kinds[kind].name }}</th>
          <td v-if="kind === 'plan'" colspan="2">
            <a :href="fileUrl('plan', 'json')" download>JSON</a>
          </td>
          <template v-else>
            <td>
              {{ words.now }}:
              <template v-for="(type, index) in ['csv', 'xlsx'] as const" :key="type">
                <template v-if="index > 0"> · </template>
                <a :href="fileUrl(kind, type, dialect)" download :aria-label="`${words.kinds[kind].name}, ${type}`">{{
                  type.toUpperCase()
                }}</a>
              </template>
            </td>
            <td>
              {{ words.template }}:
              <template v-for="(type, index) in ['csv', 'xlsx'] as const" :key="type">
                <template v-if="index > 0"> · </template>
                <a
                  :href="templateUrl(kind, type, dialect)"
                  download
                  :aria-label="`${words.template}: ${words.kinds[kind].name}, ${type}`"
                  >{{ type.toUpperCase() }}</a
                >
              </template>
            </td>
          </template>
        </tr>
      </tbody>
    </table>
    <v-select v-model="dialect" class="dialect" :items="DIALECTS" :label="words.dialect" />
    <p v-for="status in undoable" :key="status.id" class="last">
      {{ words.last(status.fileName) }}
      <button type="button" class="as-link" @click="emit('undo', status)">{{ text.common.undo }}</button>
    </p>
    <v-btn v-if="compact" size="small" class="bring" @click="emit('bring')">{{ words.bring }}</v-btn>
  </v-card>
</template>

<style scoped>
.files {
  padding: 10px 18px;
}

.files th,
.files td {
  font-size: 14px;
  padding: 7px 18px 7px 0;
  white-space: nowrap;
}

.dialect {
  margin-top: 10px;
}

.last {
  margin: 8px 0 4px;
}

.bring {
  margin: 8px 0 4px;
}
</style>
