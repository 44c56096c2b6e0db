import type { CampaignRecord } from '@novalex/contract'
import type { Connection } from '../../platform/db/openDatabase.ts'
import { AppError } from '../../platform/errors/AppError.ts'
import { deleteVersioned, updateVersioned, type VersionedRow } from '../versioned/index.ts'

const COLUMNS = ['id', 'name', 'goal', 'version'] as const

export async function listCampaigns(connection: Connection): Promise<CampaignRecord[]> {
  return connection<CampaignRecord>('campaigns')
    .select(...COLUMNS)
    .orderBy('name')
}

export async function findCampaign(connection: Connection, id: string): Promise<CampaignRecord | undefined> {
  return connection<CampaignRecord>('campaigns')
    .select(...COLUMNS)
    .where({ id })
    .first()
}

export async function insertCampaign(transaction: Connection, campaign: CampaignRecord): Promise<void> {
  await transaction('campaigns').insert(campaign)
}

/** Throws `not-found`. */
export async function getCampaign(connection: Connection, id: string): Promise<CampaignRecord> {
  const campaign = await findCampaign(connection, id)
  if (!campaign) throw new AppError('not-found', { facts: { kind: 'campaign', id } })
  return campaign
}

/** Replaces a campaign and returns it with its new version. Throws `stale-version` or `not-found`. */
export async function updateCampaign(transaction: Connection, campaign: CampaignRecord): Promise<CampaignRecord> {
  await updateVersioned(transaction, toVersioned(campaign), campaign)
  return { ...campaign, version: campaign.version + 1 }
}

/** Throws `stale-version` or `not-found`. */
export async function deleteCampaign(transaction: Connection, campaign: CampaignRecord): Promise<void> {
  await deleteVersioned(transaction, toVersioned(campaign))
}

function toVersioned({ id, version }: CampaignRecord): VersionedRow {
  return { table: 'campaigns', id, version, find: (connection) => getCampaign(connection, id) }
}
