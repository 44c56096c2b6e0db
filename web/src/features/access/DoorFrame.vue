<script setup lang="ts">
/** Layout of the sign-in, invitation and set-up pages. */
const { title, wide = false } = defineProps<{ title: string; wide?: boolean }>()
</script>

<template>
  <main class="door">
    <p class="mark">Novalex<span>.</span></p>
    <section class="sheet" :class="{ wide }">
      <h1>{{ title }}</h1>
      <slot />
    </section>
  </main>
</template>

<style scoped>
.door {
  align-content: start;
  display: grid;
  gap: 18px;
  justify-items: center;
  min-height: 100vh;
  padding: 9vh 20px 40px;
}

.mark {
  font-family: 'Bricolage Grotesque Variable', sans-serif;
  font-size: 26px;
  font-weight: 700;
}

.mark span {
  color: var(--moment);
}

.sheet {
  background: var(--sheet);
  border: 1px solid var(--line);
  border-top: 3px solid var(--ink);
  display: grid;
  gap: 16px;
  max-width: 420px;
  padding: 24px 28px 28px;
  width: 100%;
}

.sheet.wide {
  max-width: 560px;
}
</style>
