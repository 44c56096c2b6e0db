<script setup lang="ts">
import { computed, ref } from 'vue'
import { call } from '@/api/call.ts'
import { useForm } from '@/components/useForm.ts'
import { offerText, counted } from '@/locale/catalogue.ts'
import { useNames } from '@/stores/names.ts'
import { readSkuList, type SkuLine } from './readSkuList.ts'

/** A list of SKUs from elsewhere; those that there are not are named with their lines, and nothing is taken until they are fixed or left out. */
const emit = defineEmits<{ add: [skus: string[]] }>()

const names = useNames()
const words = offerText.paste
const isOpen = ref(false)
const typed = ref('')
const unknown = ref<readonly SkuLine[]>([])
const { refusal, submit } = useForm({ hasFields: false })
const lines = computed(() => readSkuList(typed.value))

async function take(isLeavingOut: boolean): Promise<void> {
  await submit(async () => {
    const found = await call('lookUpProducts', { body: { skus: [...lines.value.map(({ sku }) => sku)] } })
    const known = new Set(found.map(({ sku }) => sku))
    unknown.value = lines.value.filter(({ sku }) => !known.has(sku))
    if (unknown.value.length > 0 && !isLeavingOut) return
    names.learnProducts(found)
    emit('add', [...known])
    isOpen.value = false
    typed.value = ''
    unknown.value = []
  })
}
</script>

<template>
  <v-dialog v-model="isOpen" max-width="520">
    <template #activator="{ props }">
      <button v-bind="props" type="button" class="as-link">{{ words.open }}</button>
    </template>
    <v-card border class="paste" :aria-label="words.title">
      <form @submit.prevent="take(false)">
        <h2>{{ words.title }}</h2>
        <v-textarea
          v-model="typed"
          :label="words.label"
          :hint="words.hint"
          persistent-hint
          rows="7"
          autofocus
          :error-messages="refusal"
          @update:model-value="unknown = []"
        />
        <div v-if="unknown.length > 0" class="wrong" role="alert">
          <p>{{ words.unknown(counted.SKU(unknown.length)) }}</p>
          <ul>
            <li v-for="one in unknown.slice(0, 20)" :key="`${one.line} ${one.sku}`">
              {{ words.line(one.line) }}: {{ one.sku }}
            </li>
          </ul>
        </div>
        <div class="acts">
          <v-btn type="submit" variant="flat" :disabled="lines.length === 0">{{
            words.take(counted.SKU(lines.length))
          }}</v-btn>
          <v-btn v-if="unknown.length > 0 && unknown.length < lines.length" @click="take(true)">{{
            words.leaveOut
          }}</v-btn>
        </div>
      </form>
    </v-card>
  </v-dialog>
</template>

<style scoped>
.paste {
  padding: 20px 24px;
}

form {
  display: grid;
  gap: 12px;
}

ul {
  max-height: 160px;
  overflow: auto;
  padding-left: 18px;
}

.acts {
  display: flex;
  gap: 8px;
}
</style>
