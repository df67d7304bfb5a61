<template>
  <main class="stage">
    <h1 class="bright">There is nothing at this address</h1>
    <p><router-link class="push" to="/">All shoots</router-link></p>
  </main>
</template>

<style scoped>
h1 {
  font: 500 1.3rem var(--sans);
}
</style>
