import { createKeysHandlers, createPeopleHandlers, createSignInHandlers } from '../features/access/access.handlers.ts'
import { createActivityHandlers } from '../features/activity/activity.handlers.ts'
import { createCalendarHandlers } from '../features/calendar/calendar.handlers.ts'
import { createCampaignsHandlers } from '../features/campaigns/campaigns.handlers.ts'
import { createCatalogueHandlers } from '../features/catalogue/catalogue.handlers.ts'
import { createChangesHandlers } from '../features/changes/changes.handlers.ts'
import { createChannelsHandlers } from '../features/channels/channels.handlers.ts'
import { createCodesHandlers } from '../features/codes/codes.handlers.ts'
import { createHandOutsHandlers } from '../features/codes/handOuts.handlers.ts'
import { createCountsHandlers } from '../features/counts/counts.handlers.ts'
import { createFeedsHandlers } from '../features/feeds/feeds.handlers.ts'
import { createFilesHandlers } from '../features/files/files.handlers.ts'
import { createFindingsHandlers } from '../features/findings/findings.handlers.ts'
import { createImportsHandlers } from '../features/imports/imports.handlers.ts'
import { createMailboxHandlers } from '../features/mailbox/mailbox.handlers.ts'
import { createOccasionsHandlers } from '../features/occasions/occasions.handlers.ts'
import { createOrdersHandlers } from '../features/orders/orders.handlers.ts'
import { createPlanHandlers } from '../features/plan/plan.handlers.ts'
import { createPricesHandlers } from '../features/prices/prices.handlers.ts'
import { createPromotionsHandlers } from '../features/promotions/promotions.handlers.ts'
import { createReleasesHandlers } from '../features/releases/releases.handlers.ts'
import { createRepriceHandlers } from '../features/reprice/reprice.handlers.ts'
import { createSetsHandlers } from '../features/sets/sets.handlers.ts'
import { createShopHandlers } from '../features/shop/shop.handlers.ts'
import { createShoppersHandlers } from '../features/shoppers/shoppers.handlers.ts'
import { createStackingHandlers } from '../features/stacking/stacking.handlers.ts'
import { createStoreHandlers } from '../features/store/store.handlers.ts'
import { createStandInHandlers } from '../features/standIn/standIn.handlers.ts'
import { createSubmissionsHandlers } from '../features/submissions/submissions.handlers.ts'
import { createWebhooksHandlers } from '../features/webhooks/webhooks.handlers.ts'
import { createTestCartsHandlers } from '../features/testCarts/testCarts.handlers.ts'
import { writeOpenApi } from '../http/openApi.ts'
import { JsonText, type Handlers } from '../http/serveEndpoints.ts'
import type { Services } from './createServices.ts'

/** The handler of every endpoint. A missing one does not compile. */
export const createHandlers = (services: Services): Handlers => ({
  ...createSignInHandlers(services),
  ...createPeopleHandlers(services),
  ...createKeysHandlers(services),
  ...createActivityHandlers(services),
  ...createCalendarHandlers(services),
  ...createCampaignsHandlers(services),
  ...createCatalogueHandlers(services),
  ...createChangesHandlers(services),
  ...createChannelsHandlers(services),
  ...createCodesHandlers(services),
  ...createHandOutsHandlers(services),
  ...createCountsHandlers(services),
  ...createFeedsHandlers(services),
  ...createFilesHandlers(services),
  ...createFindingsHandlers(services),
  ...createImportsHandlers(services),
  ...createMailboxHandlers(services),
  ...createOccasionsHandlers(services),
  ...createOrdersHandlers(services),
  ...createPlanHandlers(services),
  ...createPricesHandlers(services),
  ...createPromotionsHandlers(services),
  ...createReleasesHandlers(services),
  ...createRepriceHandlers(services),
  ...createSetsHandlers(services),
  ...createShopHandlers(services),
  ...createShoppersHandlers(services),
  ...createStackingHandlers(services),
  ...createStandInHandlers(services),
  ...createStoreHandlers(services),
  ...createSubmissionsHandlers(services),
  ...createTestCartsHandlers(services),
  ...createWebhooksHandlers(services),
  getOpenApi: () => new JsonText(writeOpenApi()),
})
