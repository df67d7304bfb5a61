<script setup lang="ts">
import ThemeButton from './ThemeButton.vue'
</script>

<template>
  <header>
    <span class="brand">Fine Spark</span>
    <nav aria-label="Main">
      <router-link to="/">Shoots</router-link>
      <router-link to="/kit">Kit</router-link>
    </nav>
    <ThemeButton />
  </header>
</template>

<style scoped>
header {
  display: flex;
  align-items: center;
  gap: 1.6rem;
  padding: 0 0.75rem 0 1.25rem;
  border-bottom: 1px solid var(--line);
  min-height: 50px;
}
.brand {
  color: var(--accent);
  font-weight: 600;
  letter-spacing: 0.04em;
}
nav {
  display: flex;
  gap: 0.4rem;
  flex: 1;
}
nav a {
  color: var(--muted);
  text-decoration: none;
  padding: 0.85rem 0.6rem;
  border-bottom: 2px solid transparent;
  margin-bottom: -1px;
}
nav a:hover {
  color: var(--text);
}
nav a.router-link-exact-active {
  color: var(--bright);
  border-bottom-color: var(--accent);
}
</style>
