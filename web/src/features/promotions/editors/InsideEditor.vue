<script setup lang="ts">
import { ref } from 'vue'
import { call } from '@/api/call.ts'
import { useAnswer } from '@/api/useAnswer.ts'
import { ApiError } from '@/api/http.ts'
import { text, explainFailure, explainProblem } from '@/locale/catalogue.ts'
import { useNotice } from '@/stores/notice.ts'
import { usePromotion } from '@/draft/usePromotionDraft.ts'

const NOTE_MAX = 2000

const { draft, patch, problemsAt } = usePromotion()
const notice = useNotice()
const words = text.promotion
const newName = ref('')
const { data: campaigns, refetch } = useAnswer('listCampaigns')
const errors = (path: string) => problemsAt(path).map(explainProblem)

async function add(): Promise<void> {
  try {
    const campaign = await call('createCampaign', { body: { name: newName.value, goal: '' } })
    newName.value = ''
    await refetch()
    patch({ campaign: campaign.id })
  } catch (thrown) {
    if (!(thrown instanceof ApiError)) throw thrown
    notice.complain(explainFailure(thrown))
  }
}
</script>

<template>
  <fieldset class="editor">
    <legend class="visually-hidden">{{ words.sections.inside }}</legend>
    <v-select
      :model-value="draft.campaign"
      :items="[{ id: null, name: words.noCampaign }, ...(campaigns ?? [])]"
      item-value="id"
      item-title="name"
      :label="words.campaign"
      :error-messages="errors('campaign')"
      @update:model-value="(campaign: string | null) => patch({ campaign })"
    />
    <form class="row" @submit.prevent="add">
      <v-text-field v-model="newName" :label="words.newCampaign" />
      <v-btn type="submit" :disabled="newName.trim() === ''">{{ words.add }}</v-btn>
    </form>
    <v-textarea
      :model-value="draft.note"
      :label="words.note"
      :counter="NOTE_MAX"
      :error-messages="errors('note')"
      @update:model-value="(note) => patch({ note })"
    />
  </fieldset>
</template>

<style scoped>
.row {
  display: grid;
  gap: 10px;
  grid-template-columns: 1fr auto;
}
</style>
