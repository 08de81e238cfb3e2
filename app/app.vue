<template>
  <NuxtLayout><NuxtPage /></NuxtLayout>
  <NoticeBar />
</template>
