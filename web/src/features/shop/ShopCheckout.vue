<script setup lang="ts">
import type { ShopCartAnswer } from '@novalex/contract'
import { computed } from 'vue'
import { shopText } from '@/locale/catalogue.ts'
import { formatMoney } from '@novalex/words'
import { useShopView } from '@/stores/shopView.ts'
import { useShopCart } from './shopCart.ts'
import { useCheckout } from './useCheckout.ts'

/** Buyer details and the order button, at the price shown above. */
const { answer, isRepricing } = defineProps<{
  answer: ShopCartAnswer
  /** Whether the cart has changed since it was priced. */
  isRepricing: boolean
}>()
const emit = defineEmits<{ changed: [] }>()

const words = shopText.checkout
const view = useShopView()
const shop = useShopCart()
/** Whether another moment or plan is shown. */
const isElsewhere = computed(() => Object.keys(view.asked).length > 0)
const { name, email, consent, shopper, isAsking, isOpen, says, order, errorsAt } = useCheckout(
  () => answer,
  () => {
    emit('changed')
  },
)
</script>

<template>
  <div class="checkout">
    <p v-if="isElsewhere" class="quiet">{{ words.onlyNow }}</p>
    <p v-else-if="!shop.kept.delivery" class="quiet">{{ words.first }}</p>
    <form v-else :aria-label="words.title" @submit.prevent="order">
      <p v-if="shopper">{{ words.signedIn(shopper.name) }}</p>
      <template v-else>
        <v-text-field
          v-model="name"
          :label="words.name"
          maxlength="120"
          autocomplete="name"
          :error-messages="errorsAt('buyer.name')"
        />
        <v-text-field
          v-model="email"
          :label="words.email"
          type="email"
          maxlength="254"
          autocomplete="email"
          :error-messages="errorsAt('buyer.email')"
        />
        <v-checkbox v-model="consent" :label="words.consent" hide-details />
      </template>
      <p v-if="says" class="wrong" role="alert">{{ says }}</p>
      <v-btn type="submit" variant="flat" :disabled="isAsking || isRepricing">{{
        isOpen ? words.askAgain : words.order(formatMoney(answer.grand))
      }}</v-btn>
      <p class="quiet">{{ words.nothingHeld }}</p>
    </form>
  </div>
</template>

<style scoped>
.checkout {
  border-top: 1px solid var(--line);
  padding-top: 14px;
}

.checkout form {
  display: grid;
  gap: 10px;
}

.quiet {
  font-size: 13px;
}
</style>
