import type { CampaignRecord } from '@novalex/contract'
import type { Connection } from '../../platform/db/openDatabase.ts'

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

export async function updateCampaign(transaction: Connection, campaign: CampaignRecord): Promise<void> {
  await transaction('campaigns').where({ id: campaign.id }).update(campaign)
}

export async function deleteCampaign(transaction: Connection, id: string): Promise<void> {
  await transaction('campaigns').where({ id }).delete()
}
