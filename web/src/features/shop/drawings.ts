/** A drawing of 160 × 110: outlines in ink, and the shape that takes the product's own tint. */
export interface Drawing {
  readonly tint: string
  readonly lines: string
}

/** Drawing of each top-level category, by id. */
const DRAWINGS: Readonly<Record<string, Drawing>> = {
  acrylic: {
    tint: 'M58 52h44v38q0 6-6 6H64q-6 0-6-6z',
    lines: 'M60 38h40v10H60z M58 48h44v42q0 6-6 6H64q-6 0-6-6z M58 62h44 M58 80h44 M64 32h32v6H64z',
  },
  brushes: {
    tint: 'M104 18q18-6 24 2-2 12-18 16z',
    lines: 'M30 96 88 40 M35 101 93 45 M30 96q-3 6 5 5 M88 40l5 5 13-10-8-9z M98 26q12-16 30-12-2 18-22 21',
  },
  children: {
    tint: 'M62 44h14v52H62z',
    lines:
      'M36 50h14v46H36z M36 50l7-16 7 16 M62 44h14v52H62z M62 44l7-16 7 16 M88 52h14v44H88z M88 52l7-16 7 16 M112 30a9 9 0 1 0 18 0 9 9 0 1 0-18 0 M121 12v5 M121 43v5 M103 30h5 M134 30h5',
  },
  easels: {
    tint: 'M56 26h48v40H56z',
    lines: 'M56 26h48v40H56z M80 12v14 M80 66v12 M64 66 46 100 M96 66l18 34 M80 78v20 M50 70h60v5H50z',
  },
  framing: {
    tint: 'M54 74q10-18 20-10 8 6 14-6 8-10 18 16z',
    lines:
      'M36 18h88v74H36z M46 28h68v54H46z M36 18l10 10 M124 18l-10 10 M36 92l10-10 M124 92l-10-10 M54 74q10-18 20-10 8 6 14-6 8-10 18 16z',
  },
  markers: {
    tint: 'M56 24h18v16H56z',
    lines:
      'M56 40h18v48q0 4-4 4H60q-4 0-4-4z M56 24h18v16H56z M88 52h18v36q0 4-4 4H92q-4 0-4-4z M91 52l2-12h8l2 12 M94 40l3-10 3 10 M56 50h18 M88 60h18',
  },
  modelling: {
    tint: 'M62 82q-16-16-4-34 6-8 4-18h36q-2 10 4 18 12 18-4 34z',
    lines:
      'M62 82q-16-16-4-34 6-8 4-18h36q-2 10 4 18 12 18-4 34z M60 30q20 7 40 0 M44 82h72v8H44z M72 90v8 M88 90v8 M54 60q26 8 52 0',
  },
  oil: {
    tint: 'M48 34h46l-6 44H54z',
    lines:
      'M48 34h46l-6 44H54z M44 26h54v8H44z M60 78h22v8H60z M62 86h18v12H62z M52 50h38 M53 62h36 M104 96q14-16 26-4-6 10-26 4z',
  },
  pads: {
    tint: 'M46 26h68v66H46z',
    lines:
      'M46 26h68v66H46z M52 92v5h68V32h-6 M54 20v12 M64 20v12 M74 20v12 M84 20v12 M94 20v12 M104 20v12 M58 78q12-22 22-12t24-14',
  },
  paper: {
    tint: 'M48 30h52l14 14v46H48z',
    lines: 'M48 30h52l14 14v46H48z M100 30v14h14 M42 36v60h66 M36 42v60h66',
  },
  printmaking: {
    tint: 'M40 30h62v22H40z',
    lines: 'M40 30h62v22H40z M102 41h14v22H78v10 M72 73h12v26H72z M46 36h50 M46 46h50 M34 60h34',
  },
  watercolour: {
    tint: 'M42 58h20v14H42z M98 58h20v14H98z',
    lines:
      'M34 52h92v40H34z M34 52l8-30h76l8 30 M42 58h20v14H42z M70 58h20v14H70z M98 58h20v14H98z M42 78h20v8H42z M70 78h20v8H70z M98 78h20v8H98z',
  },
}

const OTHERS: readonly Drawing[] = [
  { tint: 'M48 46h64v46H48z', lines: 'M48 46h64v46H48z M48 46l14-18h36l14 18 M80 28v34 M72 62h16' },
  { tint: 'M52 44h56v48H52z', lines: 'M52 44h56v48H52z M66 44q0-22 14-22t14 22 M64 56h32' },
  { tint: 'M80 30 118 58 80 92 42 58z', lines: 'M80 30 118 58 80 92 42 58z M42 58h76 M62 44l18 48 18-48' },
]

/** The drawing of a category; one that is nobody's stands for those that have none. */
export function drawingOf(category: string | null): Drawing {
  const own = category === null ? undefined : DRAWINGS[category]
  return own ?? OTHERS[hashOf(category ?? '') % OTHERS.length]!
}

/** A number that stays the same for a text. */
export function hashOf(text: string): number {
  return [...text].reduce((sum, letter) => (sum * 31 + letter.charCodeAt(0)) % 9973, 7)
}
