<template>
  <svg viewBox="0 0 340 150" aria-hidden="true" focusable="false" class="block w-full max-w-85">
    <g fill="none" stroke="var(--hairline-strong)" stroke-width="1.3" stroke-linecap="round">
      <path d="M2 118c60-8 82-96 140-96s60 62 108 62 52-14 88-10" />
      <path d="M2 132c62-8 84-82 140-82s60 54 108 54 52-14 88-10" />
      <path d="M2 146c64-8 86-68 140-68s60 46 108 46 52-14 88-10" />
      <path d="M40 92c40-18 60-78 100-82 26 2 44 24 92 38" />
    </g>
  </svg>
</template>
