<script setup lang="ts">
import { useNotices } from './stores/notices'

const notices = useNotices()
</script>

<template>
  <v-app>
    <router-view />
    <v-snackbar
      :model-value="notices.current !== null"
      :timeout="notices.current?.act ? 9000 : 6000"
      :location="$route.meta.bare ? 'top' : 'bottom'"
      color="raised"
      @update:model-value="notices.clear()"
    >
      <span role="status">{{ notices.current?.text }}</span>
      <template v-if="notices.current?.act" #actions>
        <v-btn color="primary" @click="notices.act()">{{ notices.current.act.label }}</v-btn>
      </template>
    </v-snackbar>
  </v-app>
</template>
