import { createRandom, type Random } from './random.ts'
import type { Product, ProductRow } from '@novalex/core'

/** Products that belong together: one line of the table is a family of variants. */
interface Range {
  readonly path: readonly string[]
  readonly code: string
  readonly name: string
  readonly variants: readonly string[]
  /** Price of the first and of the last variant, minor units; those between lie on the way. */
  readonly prices: readonly [number, number]
  readonly tags?: readonly string[]
  readonly taxRate?: number
}

const COLOURS = [
  'Titanium White', 'Ivory Black', 'Lemon Yellow', 'Warm Yellow', 'Golden Ochre', 'Raw Sienna', 'Burnt Sienna', 'Burnt Umber',
  'Cadmium Orange', 'Cadmium Red', 'Madder Red', 'Deep Magenta', 'Mauve', 'Ultramarine', 'Cobalt Blue', 'Sky Blue', 'Turquoise',
  'Prussian Blue', 'Emerald', 'Leaf Green', 'Sap Green', 'Olive', 'Payne Grey', 'Pearl Grey',
] // oxfmt-ignore

const SIZES = ['2', '4', '6', '8', '10', '12', '16', '20', '24']

const RANGES: readonly Range[] = [
  range(['Paper', 'Sheets'], 'SHT', 'Drawing sheet', ['A4', 'A3', 'A2', 'A1'], [45, 290]),
  range(['Paper', 'Sheets'], 'TON', 'Toned sheet', ['Sand', 'Grey', 'Blue', 'Terracotta'], [120, 120]),
  range(['Paper', 'Watercolour paper'], 'WCP', 'Watercolour block 300 g', ['18 × 24', '24 × 32', '30 × 40', '36 × 48'], [1290, 3490]),
  range(['Paper', 'Rolls'], 'ROL', 'Paper roll', ['50 cm', '75 cm', '100 cm', '150 cm'], [890, 2890]),
  range(['Pads', 'Sketch pads'], 'SKP', 'Sketch pad', ['A6', 'A5', 'A4', 'A3'], [390, 1490], ['school']),
  range(['Pads', 'Sketch pads'], 'SKB', 'Bound sketchbook', ['A6', 'A5', 'A4', 'Square'], [990, 2190], ['new']),
  range(['Pads', 'Acrylic pads'], 'ACP', 'Acrylic pad', ['A5', 'A4', 'A3', '30 × 40'], [790, 1990]),
  range(['Pads', 'Marker pads'], 'MKP', 'Marker pad', ['A5', 'A4', 'A3', 'A2'], [690, 2990]),
  range(['Acrylic', 'Colours'], 'ACR', 'Acrylic 60 ml', COLOURS, [690, 1250], ['vegan']),
  range(['Acrylic', 'Mediums'], 'ACM', 'Acrylic medium', ['Gloss', 'Matt', 'Retarder', 'Gel'], [1090, 1690]),
  range(['Acrylic', 'Sets'], 'ACS', 'Acrylic set', ['6 colours', '12 colours', '18 colours', '24 colours'], [2490, 8990]),
  range(['Oil', 'Colours'], 'OIL', 'Oil colour 40 ml', COLOURS, [890, 2490]),
  range(['Oil', 'Mediums'], 'OIM', 'Oil medium', ['Linseed', 'Poppy', 'Turpentine'], [790, 1390]),
  range(['Oil', 'Sets'], 'OIS', 'Oil set', ['8 colours', '12 colours', '20 colours'], [3990, 12900], ['clearance']),
  range(['Watercolour', 'Pans'], 'WCH', 'Watercolour half pan', COLOURS, [320, 690], ['vegan']),
  range(['Watercolour', 'Sets'], 'WCS', 'Watercolour tin', ['12 pans', '24 pans', '36 pans', '48 pans'], [3490, 11900]),
  range(['Watercolour', 'Mediums'], 'WCM', 'Watercolour medium', ['Gum arabic', 'Masking fluid'], [690, 990]),
  range(['Brushes', 'Round'], 'BRR', 'Round brush', SIZES, [290, 1490]),
  range(['Brushes', 'Flat'], 'BRF', 'Flat brush', SIZES, [340, 1690]),
  range(['Brushes', 'Filbert'], 'BRL', 'Filbert brush', SIZES, [390, 1790]),
  range(['Brushes', 'Sable'], 'BRS', 'Sable round', SIZES, [1190, 6900]),
  range(['Markers', 'Single markers'], 'MRK', 'Brush marker', COLOURS, [330, 330]),
  range(['Markers', 'Sets'], 'MRS', 'Marker set', ['6 greys', '12 colours', '24 colours', '48 colours'], [1690, 11900]),
  range(['Easels', 'Table easels'], 'ETB', 'Table easel', ['Small', 'Large', 'Box'], [2990, 8990]),
  range(['Easels', 'Studio easels'], 'EST', 'Studio easel', ['Tripod', 'H-frame', 'Crank', 'Field', 'Display'], [5990, 29900]),
  range(['Modelling', 'Clay'], 'CLY', 'Modelling clay', ['White 1 kg', 'Terracotta 1 kg', 'Grey 1 kg', 'White 5 kg', 'Grey 5 kg'], [690, 2490]),
  range(['Modelling', 'Tools'], 'MDT', 'Modelling tool', ['Wire end', 'Ribbon', 'Knife', 'Needle', 'Rib', 'Set of 10'], [390, 1990]),
  range(['Modelling', 'Plaster'], 'PLS', 'Plaster', ['1 kg', '5 kg', '20 kg'], [490, 2490]),
  range(['Printmaking', 'Lino'], 'LIN', 'Lino sheet', ['A6', 'A5', 'A4', 'A3'], [240, 990]),
  range(['Printmaking', 'Inks'], 'PRI', 'Block ink 100 ml', ['Black', 'White', 'Red', 'Blue', 'Yellow'], [990, 1190]),
  range(['Printmaking', 'Tools'], 'PRT', 'Carving tool', ['V-shape', 'U-shape', 'Set of 5'], [690, 2490]),
  range(['Framing', 'Frames'], 'FRM', 'Oak frame', ['A5', 'A4', 'A3', '40 × 50', '50 × 70', '60 × 80'], [1490, 5990]),
  range(['Framing', 'Canvases'], 'CNV', 'Canvas', ['20 × 20', '24 × 30', '30 × 40', '40 × 50', '50 × 70', '60 × 80'], [490, 2290]),
  range(['Children'], 'KID', 'Finger paint', ['Red', 'Yellow', 'Green', 'Blue'], [490, 490], ['school']),
  range(['Children'], 'BOK', 'Colouring book', ['Animals', 'The garden and everything that grows, crawls, hums or sleeps in it'], [990, 1290], [], 1000),
]

const WHOLE = 10_000

/** The demo shop's 240 products, the same every time for a seed. */
export function createDemoProducts(seed = 1): ProductRow[] {
  const random = createRandom(seed)
  return RANGES.flatMap((one) => one.variants.map((variant, index) => createVariant(one, variant, index, random)))
}

function createVariant(one: Range, variant: string, index: number, random: Random): ProductRow {
  const [first, last] = one.prices
  const share = one.variants.length > 1 ? index / (one.variants.length - 1) : 0
  const regularPrice = toShopPrice(first + (last - first) * share)
  const taxRate = one.taxRate ?? 2000
  const net = (regularPrice * WHOLE) / (WHOLE + taxRate)
  const unitCost = Math.round(net * (0.42 + random() * 0.2))
  return {
    sku: `${one.code}-${toCode(variant)}`,
    name: `${one.name} ${variant}`,
    family: one.code,
    categories: [one.path],
    tags: one.tags ?? [],
    regularPrice,
    unitCost,
    minimumPrice: one.code === 'BRS' ? toShopPrice(regularPrice * 0.8) : null,
    taxRate,
    stock: random() < 0.05 ? 0 : Math.floor(random() ** 2 * 180) + 1,
  }
}

/** To the next lower price that ends in 0 or 5. */
function toShopPrice(price: number): number {
  return Math.floor(price / 5) * 5
}

function toCode(variant: string): string {
  const words = variant.toUpperCase().replace(/[^A-Z0-9 ]/g, '').split(' ').filter(Boolean)
  return words.length === 1 ? words[0]!.slice(0, 6) : words.slice(0, 3).map((word) => word.slice(0, 3)).join('')
}

function range(
  path: readonly string[],
  code: string,
  name: string,
  variants: readonly string[],
  prices: readonly [number, number],
  tags: readonly string[] = [],
  taxRate = 2000,
): Range {
  return { path, code, name, variants, prices, tags, taxRate }
}

/** Products that sell out soon; all others have stock for months, or none. */
const SOON_GONE: ReadonlySet<string> = new Set(['SHT-A2', 'TON-SAND'])
const MONTHS_OF_STOCK = 5

/** Units sold in the last 30 days, by product. */
export function createDemoSales(
  products: readonly Pick<Product, 'sku' | 'regularPrice' | 'stock'>[],
  seed = 3,
): { sku: string; sold: number }[] {
  const random = createRandom(seed)
  return products.map(({ sku, regularPrice, stock }) => {
    const pace = 40 / Math.max(1, Math.sqrt(regularPrice / 100))
    const sold = random() < 0.06 ? 0 : Math.floor(random() * pace * 2)
    if (SOON_GONE.has(sku)) return { sku, sold: Math.max(sold, (stock ?? 0) * 3) }
    return { sku, sold: stock ? Math.min(sold, Math.floor(stock / MONTHS_OF_STOCK)) : sold }
  })
}
