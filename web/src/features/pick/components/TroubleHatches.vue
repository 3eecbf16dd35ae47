<!-- What trouble is drawn with, as `url(#pick-water)` and so on. -->
<template>
  <defs>
    <pattern
      id="pick-bunker"
      width="7"
      height="7"
      patternUnits="userSpaceOnUse"
      patternTransform="rotate(45)"
    >
      <path d="M0 0V7" class="hatch" />
    </pattern>
    <pattern id="pick-water" width="12" height="7" patternUnits="userSpaceOnUse">
      <path d="M0 4Q3 0 6 4T12 4" class="hatch thin" />
    </pattern>
    <pattern id="pick-rough" width="8" height="8" patternUnits="userSpaceOnUse">
      <path d="M2 7L4 2M6 7L5 3" class="hatch thin" />
    </pattern>
    <pattern id="pick-out" width="8" height="8" patternUnits="userSpaceOnUse">
      <path d="M0 0L8 8M8 0L0 8" class="hatch thin" />
    </pattern>
  </defs>
</template>

<style scoped>
.hatch {
  stroke: var(--clay);
  stroke-width: 2.2;
  fill: none;
}
.thin {
  stroke-width: 1.3;
}
</style>
