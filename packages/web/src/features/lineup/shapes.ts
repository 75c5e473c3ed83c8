/** How candidates are told apart in pictures: by shape and hue, in their order. */
export const SHAPES = [
  { colour: 'plum', kind: 'disc' },
  { colour: 'leaf', kind: 'diamond' },
  { colour: 'apricot', kind: 'square' },
  { colour: 'slot-storage', kind: 'triangle' },
  { colour: 'slot-supply', kind: 'cross' },
] as const;

/** Path of a candidate's mark around a point. */
export function shapePath(n: number, x: number, y: number, r: number): string {
  const at = `M${x.toFixed(1)} ${y.toFixed(1)}`;
  switch (SHAPES[n % SHAPES.length].kind) {
    case 'disc':
      return `${at}m${-r} 0a${r} ${r} 0 1 0 ${2 * r} 0a${r} ${r} 0 1 0 ${-2 * r} 0z`;
    case 'diamond':
      return `${at}m0 ${-r - 1}l${r + 1} ${r + 1}l${-r - 1} ${r + 1}l${-r - 1} ${-r - 1}z`;
    case 'square':
      return `${at}m${-r + 0.5} ${-r + 0.5}h${2 * r - 1}v${2 * r - 1}h${-2 * r + 1}z`;
    case 'triangle':
      return `${at}m0 ${-r - 1}l${r + 1} ${2 * r}h${-2 * r - 2}z`;
    case 'cross':
      return `${at}m-1.6 ${-r}h3.2v${r - 1.6}h${r - 1.6}v3.2h${-r + 1.6}v${r - 1.6}h-3.2v${-r + 1.6}h${-r + 1.6}v-3.2h${r - 1.6}z`;
  }
}
