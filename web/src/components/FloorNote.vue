<script setup lang="ts">
import type { ReachAnswer } from '@novalex/contract'
import { offerText } from '@/locale/enOffers.ts'
import { formatMoney, plural } from '@/locale/format.ts'

/** The products that the floor keeps from the whole reduction, said while the rule is made. */
const { found } = defineProps<{ found: ReachAnswer }>()
const words = offerText.floor
</script>

<template>
  <p v-if="found.floored > 0" class="wrong">
    ▲ {{ words.holds(plural(found.floored, 'product')) }}
    {{
      found.flooredSample
        .map(({ product, units, wanted, comes }) =>
          words.comes(`${units} × ${product.name}`, formatMoney(comes), formatMoney(wanted)),
        )
        .join('; ')
    }}.
  </p>
</template>
