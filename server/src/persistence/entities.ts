import { CarrierAccountEntity, SurveyEntity } from './carrierEntities.ts';
import { DraftEntity, DraftStepEntity, EditionEntity, FeedEntity, ReleaseEntity } from './draftEntities.ts';
import { DayLoadEntity, GoodsRulesEntity, ProductEntity, TrialEntity } from './goodsEntities.ts';
import { MailEntity, MailSettingEntity, PaperTemplateEntity } from './mailEntities.ts';
import {
  ConsignmentEntity,
  ConsignmentStepEntity,
  EndedWindowEntity,
  OrderBuyerEntity,
  ParcelLabelEntity,
  ShopOrderEntity,
} from './orderEntities.ts';

/** Every table of a shop. */
export const entities = [
  CarrierAccountEntity,
  ConsignmentEntity,
  ConsignmentStepEntity,
  DayLoadEntity,
  DraftEntity,
  DraftStepEntity,
  EditionEntity,
  EndedWindowEntity,
  FeedEntity,
  GoodsRulesEntity,
  MailEntity,
  MailSettingEntity,
  OrderBuyerEntity,
  PaperTemplateEntity,
  ParcelLabelEntity,
  ProductEntity,
  ReleaseEntity,
  ShopOrderEntity,
  SurveyEntity,
  TrialEntity,
];
