<script setup lang="ts">
import type { ReachAnswer } from '@novalex/contract'
import { offerText, counted } from '@/locale/catalogue.ts'
import { formatMoney } from '@novalex/words'

/** The products that the floor keeps from the whole reduction, said while the rule is made. */
const { found } = defineProps<{ found: ReachAnswer }>()
const words = offerText.floor
</script>

<template>
  <p v-if="found.floored > 0" class="wrong">
    ▲ {{ words.holds(counted.product(found.floored)) }}
    {{
      found.flooredSample
        .map(({ product, units, wanted, comes }) =>
          words.comes(`${units} × ${product.name}`, formatMoney(comes), formatMoney(wanted)),
        )
        .join('; ')
    }}.
  </p>
</template>
