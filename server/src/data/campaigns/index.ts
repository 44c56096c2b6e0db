export {
  deleteCampaign,
  findCampaign,
  getCampaign,
  insertCampaign,
  listCampaigns,
  updateCampaign,
} from './campaigns.repository.ts'
