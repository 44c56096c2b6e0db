import type { Condition, ConditionTest, TestKind, TestOf } from '@novalex/core'
import { Type, type TSchema } from '@sinclair/typebox'
import { strict, tagged, typed } from './basicSchema.ts'
import { AudienceTestSchema } from './conditions/audience.ts'
import { BoughtTestSchema } from './conditions/bought.ts'
import { ChannelTestSchema } from './conditions/channel.ts'
import { CountryTestSchema } from './conditions/country.ts'
import { GroupTestSchema } from './conditions/group.ts'
import { OptionTestSchema } from './conditions/option.ts'
import { OrdersTestSchema } from './conditions/orders.ts'
import { QuantityTestSchema } from './conditions/quantity.ts'
import { ShopperTestSchema } from './conditions/shopper.ts'
import { SignedInTestSchema } from './conditions/signedIn.ts'
import { SpendTestSchema } from './conditions/spend.ts'
import { SpentTestSchema } from './conditions/spent.ts'
import { TagTestSchema } from './conditions/tag.ts'

/** A schema for each kind of test, whose values the core's type takes. */
const SCHEMAS = {
  spend: SpendTestSchema,
  quantity: QuantityTestSchema,
  option: OptionTestSchema,
  group: GroupTestSchema,
  tag: TagTestSchema,
  audience: AudienceTestSchema,
  shopper: ShopperTestSchema,
  channel: ChannelTestSchema,
  country: CountryTestSchema,
  orders: OrdersTestSchema,
  spent: SpentTestSchema,
  bought: BoughtTestSchema,
  signedIn: SignedInTestSchema,
} satisfies { readonly [K in TestKind]: TSchema & { static: TestOf<K> } }

const branches: readonly TSchema[] = Object.values(SCHEMAS)

/** A test of a condition. */
export const TestSchema = tagged<ConditionTest>('test', branches)

// Unsafe: TypeBox does not infer the core's type from a recursive schema.
export const ConditionSchema = typed<Condition>()(
  Type.Recursive(
    (Self) =>
      Type.Union([
        Type.Object({ all: Type.Array(Self, { maxItems: 50 }) }, strict),
        Type.Object({ any: Type.Array(Self, { maxItems: 50 }) }, strict),
        Type.Object({ not: Self }, strict),
        tagged<ConditionTest>('test', branches),
      ]),
    { $id: 'Condition' },
  ),
)
