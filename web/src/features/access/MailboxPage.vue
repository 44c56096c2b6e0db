<script setup lang="ts">
import { ref } from 'vue'
import { messageUrl } from '@/api/files.ts'
import { useAnswer } from '@/api/useAnswer.ts'
import LoadError from '@/components/LoadError.vue'
import { accessText } from '@/locale/catalogue.ts'
import { formatInstant } from '@novalex/words'
import { useStoreInfo } from '@/stores/storeInfo.ts'

/** The stand-in for sending: what would have gone out by e-mail. */
const words = accessText.mailbox
const store = useStoreInfo()
const asked = useAnswer('listMessages')
const { data: messages } = asked
const chosen = ref<string | null>(null)
const opened = useAnswer('getMessage', () => (chosen.value === null ? null : { params: { id: chosen.value } }))
const { data: message } = opened
const when = (at: string) => formatInstant(Date.parse(at), { zone: store.zone })
/** The text in pieces, so that links can be followed. */
const pieces = (text: string) =>
  text.split(/(https?:\/\/\S+)/).map((piece) => ({ piece, isLink: /^https?:\/\//.test(piece) }))
</script>

<template>
  <section class="page">
    <header class="page-head">
      <h1>{{ words.title }}</h1>
      <span class="stand-in">{{ words.standIn }}</span>
    </header>
    <p class="quiet">{{ words.hint }}</p>
    <LoadError :of="[asked, opened]" />
    <p v-if="messages?.length === 0" class="quiet empty">{{ words.none }}</p>
    <div v-else-if="messages" class="box">
      <ol>
        <li v-for="one in messages" :key="one.id">
          <button type="button" :class="{ here: one.id === chosen }" @click="chosen = one.id">
            <strong>{{ one.subject }}</strong>
            <span class="quiet">{{ words.to(one.to) }} · {{ when(one.at) }}</span>
          </button>
        </li>
      </ol>
      <article v-if="message">
        <h2>{{ message.subject }}</h2>
        <p class="quiet">{{ words.to(message.to) }} · {{ when(message.at) }}</p>
        <p class="body">
          <template v-for="({ piece, isLink }, index) in pieces(message.text)" :key="index"
            ><a v-if="isLink" :href="piece">{{ piece }}</a><template v-else>{{ piece }}</template></template
          >
        </p>
        <a :href="messageUrl(message.id)" download>{{ words.file }}</a>
      </article>
      <p v-else class="quiet">{{ words.choose }}</p>
    </div>
  </section>
</template>

<style scoped>
.stand-in {
  border: 1px dashed var(--quiet);
  color: var(--quiet);
  font-size: 12.5px;
  padding: 0 8px;
}

.box {
  border: 1px dashed var(--quiet);
  display: grid;
  gap: 28px;
  grid-template-columns: minmax(220px, 320px) minmax(0, 1fr);
  margin-top: 12px;
  padding: 14px 18px 18px;
}

ol {
  list-style: none;
  max-height: 62vh;
  overflow: auto;
  padding: 0;
}

button {
  background: none;
  border: 0;
  border-bottom: 1px solid var(--line);
  color: inherit;
  cursor: pointer;
  display: grid;
  font: inherit;
  overflow-wrap: anywhere;
  padding: 8px 6px;
  text-align: left;
  width: 100%;
}

button strong {
  font-weight: 600;
}

button .quiet {
  font-size: 12.5px;
}

button.here {
  background: var(--wash);
}

article {
  align-content: start;
  display: grid;
  gap: 10px;
  max-width: 640px;
}

.body {
  overflow-wrap: anywhere;
  white-space: pre-wrap;
}

.empty {
  padding: 40px 0;
  text-align: center;
}
</style>
