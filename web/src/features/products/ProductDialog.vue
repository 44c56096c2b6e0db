<script setup lang="ts">
import type { Product, ProductListing } from '@novalex/core'
import { dequal } from 'dequal'
import { computed, reactive, ref } from 'vue'
import { useRouter } from 'vue-router'
import { call } from '@/api/call.ts'
import CategoryChoice from '@/components/CategoryChoice.vue'
import DayField from '@/components/DayField.vue'
import FormDialog from '@/components/FormDialog.vue'
import LabelChoice from '@/components/LabelChoice.vue'
import TypedField from '@/components/TypedField.vue'
import { useRecordDialog } from '@/features/namedRecords/useRecordDialog.ts'
import { productText } from '@/locale/catalogue.ts'
import { formatMoney } from '@novalex/words'
import { useStoreInfo } from '@/stores/storeInfo.ts'

/** A product to be changed, or a new one. */
const { product, listing } = defineProps<{ product: Product | null; listing: ProductListing }>()
const emit = defineEmits<{ close: [] }>()

const words = productText.form
const router = useRouter()
const store = useStoreInfo()
/** The catalogue in which the product was seen. */
const revision = store.info!.catalogueRevision
const sku = ref('')
const regularPrice = ref(product?.regularPrice ?? null)
const unitCost = ref(product?.unitCost ?? null)
const minimumPrice = ref(product?.minimumPrice ?? null)
const listed = reactive({ ...listing })
const isListed = computed(() => !dequal({ ...listed }, listing))
const taxRate = ref(product?.taxRate ?? null)
const stock = ref(product?.stock ?? null)
const family = ref(product?.family ?? '')
const categories = ref([...(product?.categories ?? [])])
const tags = ref([...(product?.tags ?? [])])
const toListing = (): ProductListing => ({ ...listed, referenceSource: listed.referenceSource.trim() })
const isReferenceLow = computed(
  () => listed.referencePrice !== null && regularPrice.value !== null && listed.referencePrice <= regularPrice.value,
)
const optional = (text: string | null) => text?.trim() || null
/** Splits entries such as "new | school", as files write them. */
const splitTags = (typed: readonly string[]) => [
  ...new Set(typed.flatMap((entry) => entry.split('|')).flatMap((tag) => optional(tag) ?? [])),
]

const { isOpen, name, refusal, errors, save, close } = useRecordDialog({
  known: product?.name ?? null,
  async keep(name) {
    const fields = {
      name,
      family: optional(family.value),
      categories: categories.value,
      tags: splitTags(tags.value),
      regularPrice: regularPrice.value!,
      unitCost: unitCost.value,
      minimumPrice: minimumPrice.value,
      taxRate: taxRate.value!,
    }
    if (product) {
      // Orders move the stock while the form is open.
      const given = stock.value === product.stock ? {} : { stock: stock.value }
      await call('updateProduct', {
        params: { sku: product.sku },
        body: { product: { ...fields, ...given }, ...(isListed.value ? { listing: toListing() } : {}), revision },
      })
    } else {
      const added = { ...fields, sku: sku.value.trim(), stock: stock.value }
      await call('createProduct', { body: { product: added, listing: toListing() } })
      await router.push(`/products/${encodeURIComponent(added.sku)}`)
    }
  },
  saved: words.saved,
  onClosed: () => {
    emit('close')
  },
})
isOpen.value = true
const isComplete = computed(
  () =>
    name.value.trim() !== '' &&
    (product !== null || sku.value.trim() !== '') &&
    regularPrice.value !== null &&
    taxRate.value !== null,
)
</script>

<template>
  <FormDialog
    v-model="isOpen"
    :title="product ? product.name : words.add"
    :save="words.save"
    :width="620"
    :incomplete="!isComplete"
    :refusal="refusal"
    @keep="save"
    @left="close"
  >
    <v-text-field v-model="name" :label="words.name" maxlength="200" :error-messages="errors('product.name')" />
    <v-text-field
      v-if="!product"
      v-model="sku"
      :label="words.sku"
      maxlength="64"
      :error-messages="errors('product.sku')"
    />
    <div class="pair">
      <TypedField v-model="regularPrice" kind="money" path="product.regularPrice" :label="words.regularPrice" />
      <TypedField v-model="taxRate" kind="percent" path="product.taxRate" :label="words.taxRate" />
      <TypedField
        v-model="unitCost"
        kind="money"
        path="product.unitCost"
        optional
        :label="words.unitCost"
        :hint="words.unitCostHint"
      />
      <TypedField
        v-model="minimumPrice"
        kind="money"
        path="product.minimumPrice"
        optional
        :label="words.minimumPrice"
        :hint="words.minimumPriceHint"
      />
      <TypedField
        v-model="stock"
        kind="count"
        path="product.stock"
        optional
        :label="words.stock"
        :hint="words.stockHint"
      />
      <v-text-field
        v-model="family"
        :label="words.family"
        maxlength="64"
        :hint="words.familyHint"
        persistent-hint
        :error-messages="errors('product.family')"
      />
    </div>
    <CategoryChoice
      v-model="categories"
      multiple
      :label="words.categories"
      :error-messages="errors('product.categories')"
    />
    <LabelChoice v-model="tags" of="tags" :label="words.tags" :error-messages="errors('product.tags')" />
    <div class="pair">
      <TypedField
        v-model="listed.rating"
        kind="stars"
        path="listing.rating"
        optional
        :label="words.rating"
        :hint="words.ratingHint"
      />
      <TypedField v-model="listed.reviews" kind="count" path="listing.reviews" optional :label="words.reviews" />
      <TypedField
        v-model="listed.referencePrice"
        kind="money"
        path="listing.referencePrice"
        optional
        :label="words.referencePrice"
        :hint="words.referencePriceHint"
      />
      <v-text-field
        v-model="listed.referenceSource"
        :label="words.referenceSource"
        maxlength="120"
        :error-messages="errors('listing.referenceSource')"
      />
      <DayField
        :model-value="listed.referenceOn ?? undefined"
        path="listing.referenceOn"
        optional
        :label="words.referenceOn"
        :errors="errors('listing.referenceOn')"
        @update:model-value="(day: string | undefined) => (listed.referenceOn = day ?? null)"
      />
    </div>
    <p v-if="isReferenceLow" class="wrong" role="status">
      {{ words.referenceLow(formatMoney(listed.referencePrice!), formatMoney(regularPrice!)) }}
    </p>
  </FormDialog>
</template>

<style scoped>
.pair {
  align-items: start;
  display: grid;
  gap: 12px;
  grid-template-columns: repeat(2, minmax(0, 1fr));
}
</style>
