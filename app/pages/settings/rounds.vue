<script setup lang="ts">
import RoundSettings from '~/features/round/RoundSettings.vue'
import SettingPage from '~/features/settings/SettingPage.vue'

useHead({ title: 'What holds for all rounds · Upwold' })
</script>

<template>
  <SettingPage title="What holds for all rounds" says="checks, quiet hours, thanks"
    ><Suspense><RoundSettings /></Suspense
  ></SettingPage>
</template>
