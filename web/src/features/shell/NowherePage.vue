<script setup lang="ts">
import { text } from '@/locale/catalogue.ts'
</script>

<template>
  <section class="page">
    <h1>{{ text.common.notFoundTitle }}</h1>
    <p>{{ text.common.notFound }}</p>
    <router-link to="/promotions">{{ text.common.toPromotions }}</router-link>
  </section>
</template>
