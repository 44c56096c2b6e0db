<script setup lang="ts">
import { dateOf, moveSchedule, MINUTES_OF_DAY, toLocal, type AtOnce, type LocalDateTime } from '@novalex/core'
import { computed, ref, watch } from 'vue'
import { call } from '@/api/call.ts'
import { useAnswer } from '@/api/useAnswer.ts'
import EndField from '@/components/EndField.vue'
import FormDialog from '@/components/FormDialog.vue'
import { useForm } from '@/components/useForm.ts'
import { atOnceText, formatEndInText } from '@/locale/catalogue.ts'
import { useInShop } from '@/stores/inShop.ts'
import { useMoment } from '@/stores/moment.ts'
import { useNotice } from '@/stores/notice.ts'
import { useSession } from '@/stores/session.ts'
import { useStoreInfo } from '@/stores/storeInfo.ts'
import { useAskedAtOnce, type AskedAtOnce } from './useAtOnce.ts'

/** Asks once before one live promotion is paused, ended or extended in the shop. */
const words = atOnceText
const open = useAskedAtOnce()
const store = useStoreInfo()
const moment = useMoment()
const session = useSession()
const notice = useNotice()
const inShop = useInShop()
const { refusal, isSending, submit, errors, reset } = useForm()

/** What was asked last, so that the dialog keeps its words while it closes. */
const asked = ref<AskedAtOnce | null>(open.value)
const end = ref<LocalDateTime | undefined>()
watch(
  open,
  (next) => {
    if (!next) return
    asked.value = next
    end.value = moveSchedule(next.schedule, 'end', 7 * MINUTES_OF_DAY)?.end
    reset()
  },
  { immediate: true },
)
const isOpen = computed({
  get: () => open.value !== null,
  set: (is) => {
    if (!is) open.value = null
  },
})

const { data: sales } = useAnswer('getSales', () => (open.value ? { params: { id: open.value.id } } : null))
const ordersToday = computed(() => {
  const today = dateOf(toLocal(moment.now, store.zone))
  return sales.value && (sales.value.days.find(({ day }) => day === today)?.uses ?? 0)
})
/** Whether who asks does it, or has it approved. */
const needsSecond = computed(() => asked.value?.act === 'extend' && store.info?.requiresApproval === true)
const doesIt = computed(() => session.may('releaser') && !needsSecond.value)
const says = computed(() => {
  if (!asked.value) return ''
  const { act } = asked.value
  if (act === 'extend') return end.value === undefined ? '' : words.says.extend(formatEndInText(end.value))
  return words.says[act](toLocal(moment.now, store.zone).slice(11, 16))
})

async function act(): Promise<void> {
  const { act: kind, id, name } = asked.value!
  const atOnce: AtOnce =
    kind === 'extend' ? { act: kind, promotion: id, end: end.value! } : { act: kind, promotion: id }
  const body = { note: '', planRevision: store.info?.planRevision ?? 0, atOnce }
  const isDone = await submit(async () => {
    if (doesIt.value) {
      const { number, kept } = await call('publishRelease', { body })
      notice.say([words.done[kind](name, number), ...kept.map((field) => words.kept[field])].join(' '))
    } else {
      await call('requestRelease', { body })
      notice.say(words.asked)
    }
  })
  if (!isDone) return
  open.value = null
  asked.value?.onDone()
  await store.refresh()
}
</script>

<template>
  <FormDialog
    v-if="asked"
    v-model="isOpen"
    :title="words.title[asked.act](asked.name)"
    :save="doesIt ? words.do[asked.act] : words.ask[asked.act]"
    :refusal="refusal"
    :incomplete="isSending || (asked.act === 'extend' && end === undefined)"
    @keep="act"
  >
    <EndField v-if="asked.act === 'extend'" v-model="end" always path="atOnce.end" :errors="errors('atOnce.end')" />
    <p>
      {{ says }} {{ words.alone }}
      <template v-if="ordersToday !== undefined">{{ words.orders(ordersToday) }}</template>
    </p>
    <p v-if="inShop.changed.has(asked.id)" class="quiet">{{ words.edits }}</p>
    <p v-if="!doesIt" class="quiet">{{ session.may('releaser') ? words.second : words.approves }}</p>
  </FormDialog>
</template>
