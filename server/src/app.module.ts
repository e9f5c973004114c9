import { Module, type DynamicModule } from '@nestjs/common';
import { ArchiveController } from './archive/archive.controller.ts';
import { ArchiveService } from './archive/archive.service.ts';
import { RestoresStore } from './archive/restores.store.ts';
import { Spool } from './archive/spool.ts';
import { AuthController } from './auth/auth.controller.ts';
import { AuthService } from './auth/auth.service.ts';
import { AuthStore } from './auth/auth.store.ts';
import { Devices } from './auth/devices.ts';
import { HouseSecret } from './auth/doors.ts';
import { FailedTries } from './auth/failed-tries.ts';
import { RecoveryController } from './auth/recovery.controller.ts';
import { RecoveryService } from './auth/recovery.service.ts';
import { RecoveryStore } from './auth/recovery.store.ts';
import { SecondFactorController } from './auth/second-factor.controller.ts';
import { SecondFactorService } from './auth/second-factor.service.ts';
import { SecondFactorStore } from './auth/second-factor.store.ts';
import { SessionGuard } from './auth/session.ts';
import { BodyPool } from './bodies/body-pool.ts';
import { CONFIG, type Config } from './config.ts';
import { DB, QUICK_CONNECTIONS, QUICK_DB, connect, type Db } from './db/connection.ts';
import { QuickConnections } from './db/quick.ts';
import { StudioDb } from './db/studio-db.ts';
import { DemoController } from './demo/demo.controller.ts';
import { DemoService } from './demo/demo.service.ts';
import { KeptDocuments } from './documents/kept-documents.ts';
import { DocumentListStore } from './documents/list.store.ts';
import { DocumentsStore } from './documents/documents.store.ts';
import { VersionsStore } from './documents/versions.store.ts';
import { RateLimits } from './common/rate-limit.ts';
import { HealthStore } from './health/health.store.ts';
import { HealthController } from './health/health.controller.ts';
import { PatternsController } from './patterns/patterns.controller.ts';
import { PatternsService } from './patterns/patterns.service.ts';
import { PatternListStore } from './patterns/pattern-list.store.ts';
import { FoldPool } from './practice/fold-pool.ts';
import { LinksStore } from './practice/links.store.ts';
import { AssignmentsController, PracticeController } from './practice/practice.controller.ts';
import { PracticeService } from './practice/practice.service.ts';
import { PracticeStore } from './practice/practice.store.ts';
import { SetUpController } from './set-up/set-up.controller.ts';
import { SetUpService } from './set-up/set-up.service.ts';
import { SongsController } from './songs/songs.controller.ts';
import { SongsService } from './songs/songs.service.ts';
import { StudentsController } from './students/students.controller.ts';
import { StudentsService } from './students/students.service.ts';
import { StudentsStore } from './students/students.store.ts';
import { RoomTakesController, TakesController } from './takes/takes.controller.ts';
import { TakesService } from './takes/takes.service.ts';
import { TakesStore } from './takes/takes.store.ts';
import { JoiningController, TeachersController } from './teachers/teachers.controller.ts';
import { TeachersService } from './teachers/teachers.service.ts';
import { TeachersStore } from './teachers/teachers.store.ts';
import { OutdatedStore } from './summaries/outdated.store.ts';
import { SummariesService } from './summaries/summaries.service.ts';
import { SummaryPool } from './summaries/summary-pool.ts';

const CONTROLLERS = [
  AuthController,
  RecoveryController,
  SecondFactorController,
  PatternsController,
  SongsController,
  ArchiveController,
  SetUpController,
  StudentsController,
  AssignmentsController,
  PracticeController,
  TakesController,
  RoomTakesController,
  TeachersController,
  JoiningController,
  DemoController,
  HealthController,
] as const;

/** Everything the server is made of, around one database. */
@Module({})
export class AppModule {
  static around(config: Config, db: Db): DynamicModule {
    return {
      module: AppModule,
      controllers: [...CONTROLLERS],
      providers: [
        { provide: CONFIG, useValue: config },
        { provide: DB, useValue: db },
        { provide: QUICK_DB, useFactory: () => connect(config.databaseUrl, { most: QUICK_CONNECTIONS }) },
        QuickConnections,
        HealthStore,
        RateLimits,
        HouseSecret,
        FailedTries,
        Devices,
        AuthStore,
        AuthService,
        RecoveryService,
        RecoveryStore,
        SecondFactorStore,
        SecondFactorService,
        SessionGuard,
        StudioDb,
        DocumentsStore,
        VersionsStore,
        OutdatedStore,
        SummaryPool,
        BodyPool,
        SummariesService,
        DocumentListStore,
        KeptDocuments,
        PatternListStore,
        SongsService,
        Spool,
        RestoresStore,
        ArchiveService,
        PatternsService,
        StudentsStore,
        StudentsService,
        PracticeStore,
        LinksStore,
        DemoService,
        FoldPool,
        PracticeService,
        SetUpService,
        TakesStore,
        TakesService,
        TeachersStore,
        TeachersService,
      ],
    };
  }
}
