<script setup lang="ts">
import { FEED_FORMATS } from '@novalex/contract'
import { FIRST_COLUMNS } from '@novalex/core'
import { refDebounced } from '@vueuse/core'
import { computed, ref, watch } from 'vue'
import { useRouter } from 'vue-router'
import { call } from '@/api/call.ts'
import { useAnswer } from '@/api/useAnswer.ts'
import LoadError from '@/components/LoadError.vue'
import TypedField from '@/components/TypedField.vue'
import { useForm } from '@/components/useForm.ts'
import { usePageTitle } from '@/composables/usePageTitle.ts'
import { feedText as words, storeText, text } from '@/locale/catalogue.ts'
import { useNotice } from '@/stores/notice.ts'
import { useSession } from '@/stores/session.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import FeedMapping from './FeedMapping.vue'
import { useFeedDraft } from './useFeedDraft.ts'

/** A feed under edit: its columns are the heads of a table whose rows are what would be fetched now. */
const { id } = defineProps<{ id: string }>()

const PAUSE_MS = 350
const ROWS_A_PAGE = 20

const store = useStoreInfo()
const session = useSession()
const notice = useNotice()
const router = useRouter()
const { refusal, submit, errors } = useForm()
const asked = useAnswer('listFeeds')
const isNew = computed(() => id === 'new')
const saved = computed(() => asked.data.value?.find(({ feed }) => feed.id === id)?.feed ?? null)
const { draft, version, isEdited, isRestored, patch, reset, show } = useFeedDraft(id, () => saved.value)
usePageTitle(() => draft.value?.name || words.untitled)

const search = ref('')
const onlySale = ref(false)
const page = ref(1)
const settled = refDebounced(draft, PAUSE_MS)
const sought = refDebounced(search, PAUSE_MS)
watch([sought, onlySale], () => {
  page.value = 1
})
const isShowable = computed(() => settled.value?.columns.every(({ name }) => name.trim() !== '') ?? false)
const preview = useAnswer('previewFeed', () =>
  settled.value && isShowable.value
    ? {
        body: {
          // A feed can be looked at before it has a name.
          feed: { ...settled.value, name: settled.value.name.trim() || words.untitled },
          search: sought.value,
          onlySale: onlySale.value,
          page: page.value,
        },
      }
    : null,
)
const pages = computed(() => Math.max(1, Math.ceil((preview.data.value?.total ?? 0) / ROWS_A_PAGE)))
const isAllowed = computed(() => session.may('planner'))
const formats = FEED_FORMATS.map((value) => ({ value, title: words.formats[value] }))
const starts = (['plain', 'schema'] as const).map((value) => ({ value, title: words.starts[value] }))

async function save(): Promise<void> {
  const body = { ...draft.value!, name: draft.value!.name.trim() }
  const isSaved = await submit(async () => {
    const feed = isNew.value
      ? await call('createFeed', { body })
      : await call('updateFeed', { params: { id }, body: { ...body, version: version.value } })
    show(feed)
    await asked.refetch()
    if (isNew.value) await router.replace(`/channels/feeds/${feed.id}`)
  })
  if (isSaved) notice.say(words.saved(body.name))
  // So that discarding the edits shows what stands in their way.
  else await asked.refetch()
}
</script>

<template>
  <section class="page">
    <LoadError :of="[asked]" />
    <p v-if="!draft" class="quiet">{{ asked.data.value ? text.titles.nowhere : text.common.loading }}</p>
    <template v-else>
      <header class="page-head">
        <h1>{{ draft.name || words.untitled }}</h1>
        <span class="grow" />
        <button v-if="isEdited" type="button" class="as-link" @click="reset">{{ storeText.reset }}</button>
        <v-btn v-if="isAllowed" variant="flat" :disabled="draft.name.trim() === ''" @click="save">{{
          words.save
        }}</v-btn>
      </header>
      <p v-if="isRestored && isEdited" class="quiet" role="status">{{ text.promotion.restored }}</p>
      <p v-if="refusal" class="wrong" role="alert">{{ refusal }}</p>
      <div class="settings">
        <v-text-field
          :model-value="draft.name"
          :label="words.name"
          maxlength="120"
          :error-messages="errors('name')"
          @update:model-value="(name: string) => patch({ name })"
        />
        <v-select
          :model-value="draft.channel"
          :items="store.channels"
          item-value="id"
          item-title="name"
          :label="words.channel"
          :error-messages="errors('channel')"
          @update:model-value="(channel: string) => patch({ channel })"
        />
        <v-select
          :model-value="draft.format"
          :items="formats"
          :label="words.format"
          @update:model-value="(format) => patch({ format })"
        />
        <TypedField
          :model-value="draft.daysAhead"
          kind="count"
          path="daysAhead"
          :label="words.daysAhead"
          :hint="words.daysAheadHint"
          @update:model-value="(days) => patch({ daysAhead: days ?? 0 })"
        />
        <v-text-field
          class="wide"
          :model-value="draft.link ?? ''"
          :label="words.link"
          :hint="words.linkHint"
          persistent-hint
          maxlength="500"
          :error-messages="errors('link').length > 0 ? words.badLink : ''"
          @update:model-value="(link: string) => patch({ link: link.trim() || null })"
        />
        <v-select
          :model-value="null"
          :items="starts"
          :label="words.start"
          @update:model-value="
            (start: 'plain' | 'schema' | null) => start && patch({ columns: [...FIRST_COLUMNS[start]] })
          "
        />
      </div>
      <p v-if="draft.format === 'jsonld'" class="quiet">{{ words.vocabulary }}</p>
      <div class="filters">
        <v-text-field v-model="search" :label="words.search" clearable @click:clear="search = ''" />
        <v-checkbox v-model="onlySale" :label="words.onlySale" hide-details />
        <span v-if="preview.data.value" class="quiet" role="status">{{ words.rows(preview.data.value.total) }}</span>
        <template v-if="pages > 1">
          <v-btn size="small" :disabled="page <= 1" @click="page -= 1">{{ words.previous }}</v-btn>
          <v-btn size="small" :disabled="page >= pages" @click="page += 1">{{ words.next }}</v-btn>
        </template>
      </div>
      <LoadError :of="[preview]" />
      <p v-for="error in errors('columns')" :key="error" class="wrong">{{ error }}</p>
      <FeedMapping
        :columns="draft.columns"
        :rows="preview.data.value?.rows ?? []"
        @change="(columns) => patch({ columns: [...columns] })"
      />
    </template>
  </section>
</template>

<style scoped>
.settings {
  align-items: start;
  display: grid;
  gap: 10px 16px;
  grid-template-columns: repeat(4, minmax(0, 1fr));
}

.wide {
  grid-column: span 2;
}

.filters {
  align-items: center;
  display: flex;
  flex-wrap: wrap;
  gap: 8px 16px;
  margin: 14px 0 4px;
}

.filters > :first-child {
  flex: 0 1 260px;
}

@media (max-width: 1180px) {
  .settings {
    grid-template-columns: 1fr 1fr;
  }
}
</style>
