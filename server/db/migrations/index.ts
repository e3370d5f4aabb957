import { FirstTables1700000000001 } from './1-13/1-firstTables';
import { VerdictPrior1700000000002 } from './1-13/2-verdictPrior';
import { AttributeWeightsAndSettings1700000000003 } from './1-13/3-attributeWeightsAndSettings';
import { RecipesAndBench1700000000004 } from './1-13/4-recipesAndBench';
import { IntensitiesWordsAndDrafts1700000000005 } from './1-13/5-intensitiesWordsAndDrafts';
import { Sessions1700000000006 } from './1-13/6-sessions';
import { ChosenIntensities1700000000007 } from './1-13/7-chosenIntensities';
import { RenamedTables1700000000008 } from './1-13/8-renamedTables';
import { SheetOfParts1700000000009 } from './1-13/9-sheetOfParts';
import { UnitOfTemperatures1700000000010 } from './1-13/10-unitOfTemperatures';
import { SignsAndSolids1700000000011 } from './1-13/11-signsAndSolids';
import { LabelAndTasting1700000000012 } from './1-13/12-labelAndTasting';
import { ProminenceAndFlaws1700000000013 } from './1-13/13-prominenceAndFlaws';
import { PotsAndMoments1700000000014 } from './14-26/14-potsAndMoments';
import { PicturesAndHistory1700000000015 } from './14-26/15-picturesAndHistory';
import { Predictions1700000000016 } from './14-26/16-predictions';
import { PlanAndOrders1700000000017 } from './14-26/17-planAndOrders';
import { Sittings1700000000018 } from './14-26/18-sittings';
import { WriteUps1700000000019 } from './14-26/19-writeUps';
import { IndicesAndDataFolder1700000000020 } from './14-26/20-indicesAndDataFolder';
import { IntendedScore1700000000021 } from './14-26/21-intendedScore';
import { AnyDate1700000000022 } from './14-26/22-anyDate';
import { RenamedTasteWords1700000000023 } from './14-26/23-renamedTasteWords';
import { Currency1700000000024 } from './14-26/24-currency';
import { LabelDetails1700000000025 } from './14-26/25-labelDetails';
import { ForeignKeys1700000000026 } from './14-26/26-foreignKeys';

/** In the order in which they run. A class may be renamed; the name by which databases know it stays. */
export const MIGRATIONS = [
  FirstTables1700000000001,
  VerdictPrior1700000000002,
  AttributeWeightsAndSettings1700000000003,
  RecipesAndBench1700000000004,
  IntensitiesWordsAndDrafts1700000000005,
  Sessions1700000000006,
  ChosenIntensities1700000000007,
  RenamedTables1700000000008,
  SheetOfParts1700000000009,
  UnitOfTemperatures1700000000010,
  SignsAndSolids1700000000011,
  LabelAndTasting1700000000012,
  ProminenceAndFlaws1700000000013,
  PotsAndMoments1700000000014,
  PicturesAndHistory1700000000015,
  Predictions1700000000016,
  PlanAndOrders1700000000017,
  Sittings1700000000018,
  WriteUps1700000000019,
  IndicesAndDataFolder1700000000020,
  IntendedScore1700000000021,
  AnyDate1700000000022,
  RenamedTasteWords1700000000023,
  Currency1700000000024,
  LabelDetails1700000000025,
  ForeignKeys1700000000026,
];

/** What a database says of those that made it what it is. */
export const MIGRATION_NAMES: ReadonlySet<string> = new Set(MIGRATIONS.map((Migration) => new Migration().name));
