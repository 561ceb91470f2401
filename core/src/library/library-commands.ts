import type { JudgingFor, JudgingSaid } from './judging';
import type { LengthUnit } from '../quantity/length-unit';
import type { Characteristic } from '../engines/characteristic';
import type { EngineClass } from '../engines/engine-model';
import type { AttachedFile, DocumentRevision, LimitFile, LimitRow } from './document';
import type { AfterWithdrawal, ImportedDraft } from './library-state';
import type { CheckNoteCommand } from './check-note';
import type { ModelCommand } from './kept-model';
import type { RouteCommand } from './shop-routes';
import type { DocumentKind } from './limit-row';

export type LibraryCommand =
  | ModelCommand
  | RouteCommand
  | { readonly type: 'draftRevision'; readonly revision: DocumentRevision }
  | { readonly type: 'amendDraft'; readonly revision: DocumentRevision }
  | {
      readonly type: 'importRows';
      readonly revision: string;
      readonly file: LimitFile;
      readonly rows: readonly LimitRow[];
    }
  | { readonly type: 'attachFile'; readonly revision: string; readonly file: AttachedFile }
  | { readonly type: 'dropDraft'; readonly revision: string; readonly reason: string }
  | { readonly type: 'checkRevision'; readonly revision: string; readonly digest: string }
  | { readonly type: 'publishRevision'; readonly revision: string }
  | {
      readonly type: 'withdrawRevision';
      readonly revision: string;
      readonly reason: string;
      readonly then: AfterWithdrawal;
    }
  | { readonly type: 'defineCharacteristic'; readonly characteristic: Characteristic }
  | { readonly type: 'askTemperatures'; readonly characteristic: string; readonly asked: boolean }
  | {
      readonly type: 'askSecondLook';
      readonly characteristic: string;
      readonly asked: boolean;
      /** How far apart two people's readings may lie; null where what both gauges may err decides. */
      readonly tolerance: { readonly text: string; readonly unit: LengthUnit } | null;
    }
  | CheckNoteCommand
  | ({ readonly type: 'setJudging'; readonly of: JudgingFor; readonly reason: string } & JudgingSaid)
  | {
      readonly type: 'setKindOrder';
      readonly engineClass: EngineClass;
      readonly order: readonly DocumentKind[];
      readonly reason: string;
    }
  | {
      readonly type: 'importBatch';
      readonly batchOf: string;
      readonly file: LimitFile;
      readonly drafts: readonly ImportedDraft[];
    }
  | { readonly type: 'finishImport'; readonly batchOf: string }
  | { readonly type: 'abandonImport'; readonly batchOf: string; readonly reason: string };
