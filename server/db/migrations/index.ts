import { FirstTables1700000000001 } from './1-firstTables';
import { VerdictPrior1700000000002 } from './2-verdictPrior';
import { WhatBestMeans1700000000003 } from './3-whatBestMeans';
import { TheBench1700000000004 } from './4-theBench';
import { TheCup1700000000005 } from './5-theCup';
import { WhoIsLetIn1700000000006 } from './6-whoIsLetIn';
import { LevelsOfOnesOwn1700000000007 } from './7-levelsOfOnesOwn';
import { PlainWords1700000000008 } from './8-plainWords';
import { SheetOfParts1700000000009 } from './9-sheetOfParts';
import { UnitOfTemperatures1700000000010 } from './10-unitOfTemperatures';
import { LikingFirst1700000000011 } from './11-likingFirst';
import { TheRecord1700000000012 } from './12-theRecord';
import { TheLiquor1700000000013 } from './13-theLiquor';
import { TheFineGrain1700000000014 } from './14-theFineGrain';
import { TheStoreRoom1700000000015 } from './15-theStoreRoom';
import { WhatWasForetold1700000000016 } from './16-whatWasForetold';
import { ThePlan1700000000017 } from './17-thePlan';
import { TheTable1700000000018 } from './18-theTable';
import { TheWriteUp1700000000019 } from './19-theWriteUp';
import { IndicesAndFolder1700000000020 } from './20-indicesAndFolder';
import { MeantScore1700000000021 } from './21-meantScore';
import { AnyDateWillDo1700000000022 } from './22-anyDateWillDo';
import { WordsOfTheCup1700000000023 } from './23-wordsOfTheCup';
import { Currency1700000000024 } from './24-currency';
import { LabelDetails1700000000025 } from './25-labelDetails';

/** In the order in which they run. */
export const MIGRATIONS = [
  FirstTables1700000000001,
  VerdictPrior1700000000002,
  WhatBestMeans1700000000003,
  TheBench1700000000004,
  TheCup1700000000005,
  WhoIsLetIn1700000000006,
  LevelsOfOnesOwn1700000000007,
  PlainWords1700000000008,
  SheetOfParts1700000000009,
  UnitOfTemperatures1700000000010,
  LikingFirst1700000000011,
  TheRecord1700000000012,
  TheLiquor1700000000013,
  TheFineGrain1700000000014,
  TheStoreRoom1700000000015,
  WhatWasForetold1700000000016,
  ThePlan1700000000017,
  TheTable1700000000018,
  TheWriteUp1700000000019,
  IndicesAndFolder1700000000020,
  MeantScore1700000000021,
  AnyDateWillDo1700000000022,
  WordsOfTheCup1700000000023,
  Currency1700000000024,
  LabelDetails1700000000025,
];
