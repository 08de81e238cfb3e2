<script setup lang="ts">
const notices = useNotices()
async function undo(id: number, back: () => unknown) {
  notices.drop(id)
  try {
    await back()
  } catch (e) {
    notices.trouble(e)
  }
}
</script>

<template>
  <div class="bar" aria-live="polite" role="status">
    <p v-for="n in notices.list" :key="n.id" :class="{ trouble: n.trouble }">
      <span>{{ n.words }}</span>
      <Button v-if="n.undo" variant="text" @click="undo(n.id, n.undo)">Undo</Button>
      <Button variant="text" aria-label="Close this message" @click="notices.drop(n.id)">Close</Button>
    </p>
  </div>
</template>

<style scoped>
.bar {
  position: fixed;
  left: 50%;
  bottom: 20px;
  transform: translateX(-50%);
  z-index: 2000;
  display: grid;
  gap: 8px;
  width: min(560px, calc(100vw - 24px));
  pointer-events: none;
}
.bar p {
  pointer-events: auto;
  display: flex;
  align-items: center;
  gap: 8px;
  background: var(--ink);
  color: #fff;
  border-radius: var(--corner);
  padding: 8px 14px;
  box-shadow: var(--float);
}
.bar p.trouble {
  background: #7c3215;
}
.bar span {
  flex: 1;
}
.bar .btn {
  color: #fff;
}
@media (max-width: 640px) {
  .bar {
    bottom: 76px;
  }
}
</style>
