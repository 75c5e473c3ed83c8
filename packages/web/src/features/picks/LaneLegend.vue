<template>
  <span class="legend" aria-hidden="true"
    ><i class="dot"></i>new <i class="diamond"></i>used <i class="square"></i>owned <i class="hollow"></i>no
    fit, or unknown <i class="less"></i>no better, no cheaper <i class="dash"></i>most for the money</span
  >
</template>

<style scoped>
.legend {
  margin-left: auto;
  display: flex;
  gap: 4px;
  align-items: center;
  font-size: var(--text-small);
  color: var(--ink-soft);
  white-space: nowrap;
}
.legend i {
  display: inline-block;
  width: 8px;
  height: 8px;
  margin-left: 8px;
}
.legend .dot {
  background: var(--ink-soft);
  border-radius: 50%;
}
.legend .diamond {
  background: var(--ink-soft);
  transform: rotate(45deg);
  width: 7px;
  height: 7px;
}
.legend .square {
  border: 2px solid var(--ink-soft);
}
.legend .hollow {
  border: 1.3px solid var(--line-strong);
  border-radius: 50%;
}
.legend .less {
  height: 0;
  border-top: 2px solid var(--ink-soft);
}
.legend .dash {
  border: 1.6px dashed var(--plum);
  border-radius: 50%;
  width: 12px;
  height: 12px;
}
@media (max-width: 760px) {
  .legend {
    margin: 12px 0 0;
    flex-wrap: wrap;
  }
}
</style>
