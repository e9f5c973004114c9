import { APP_INTERCEPTOR } from '@nestjs/core';
import { Module, type DynamicModule } from '@nestjs/common';
import { BackupController } from './backup/backup.controller.ts';
import { BackupService } from './backup/backup.service.ts';
import { RestoresStore } from './backup/restores.store.ts';
import { Spool } from './backup/spool.ts';
import { AuthController } from './auth/auth.controller.ts';
import { AuthService } from './auth/auth.service.ts';
import { AuthStore } from './auth/auth.store.ts';
import { PasswordStrength } from './auth/password.ts';
import { Devices } from './auth/devices.ts';
import { HouseSecret } from './auth/doors.ts';
import { FailedTries } from './auth/failed-tries.ts';
import { RecoveryController } from './auth/recovery.controller.ts';
import { RecoveryService } from './auth/recovery.service.ts';
import { RecoveryStore } from './auth/recovery.store.ts';
import { SecondFactorController } from './auth/second-factor.controller.ts';
import { SecondFactorService } from './auth/second-factor.service.ts';
import { SecondFactorStore } from './auth/second-factor.store.ts';
import { AuthGuard } from './auth/auth-session.ts';
import { BodyParserPool } from './request-bodies/body-parser.pool.ts';
import { CONFIG_TOKEN, type Config } from './config.ts';
import { DB_TOKEN, QUICK_CONNECTIONS, QUICK_DB, connectDatabase, type Db } from './db/connection.ts';
import { QuickConnections } from './db/quick.ts';
import { StudioDb } from './db/studio-db.ts';
import { DemoController } from './demo/demo.controller.ts';
import { DemoService } from './demo/demo.service.ts';
import { DocumentsService } from './documents/documents.service.ts';
import { DocumentListStore } from './documents/document-list.store.ts';
import { DocumentsStore } from './documents/documents.store.ts';
import { VersionsStore } from './documents/versions.store.ts';
import { RateLimiterFactory } from './common/rate-limiter.ts';
import { HealthStore } from './health/health.store.ts';
import { IdempotencyInterceptor } from './contract/idempotency.interceptor.ts';
import { IdempotencyStore } from './contract/idempotency.store.ts';
import { OpenApiController } from './contract/openapi.controller.ts';
import { HealthController } from './health/health.controller.ts';
import { PatternsController } from './patterns/patterns.controller.ts';
import { PatternsService } from './patterns/patterns.service.ts';
import { PatternListStore } from './patterns/pattern-list.store.ts';
import { ReplayPool } from './practice/replay.pool.ts';
import { PracticeLinksStore } from './practice/practice-links.store.ts';
import { AssignmentsController, PracticeController } from './practice/practice.controller.ts';
import { PracticeService } from './practice/practice.service.ts';
import { PracticeStore } from './practice/practice.store.ts';
import { SettingsController } from './settings/settings.controller.ts';
import { SettingsService } from './settings/settings.service.ts';
import { SongsController } from './songs/songs.controller.ts';
import { SongsService } from './songs/songs.service.ts';
import { StudentsController } from './students/students.controller.ts';
import { StudentsService } from './students/students.service.ts';
import { StudentsStore } from './students/students.store.ts';
import { PracticeTakesController, TakesController } from './takes/takes.controller.ts';
import { TakesService } from './takes/takes.service.ts';
import { TakesStore } from './takes/takes.store.ts';
import { InvitationsController, TeachersController } from './teachers/teachers.controller.ts';
import { TeachersService } from './teachers/teachers.service.ts';
import { TeachersStore } from './teachers/teachers.store.ts';
import { OutdatedSummariesStore } from './summaries/outdated-summaries.store.ts';
import { SummariesService } from './summaries/summaries.service.ts';
import { SummaryPool } from './summaries/summary.pool.ts';

const CONTROLLERS = [
  AuthController,
  RecoveryController,
  SecondFactorController,
  PatternsController,
  SongsController,
  BackupController,
  SettingsController,
  StudentsController,
  AssignmentsController,
  PracticeController,
  TakesController,
  PracticeTakesController,
  TeachersController,
  InvitationsController,
  DemoController,
  HealthController,
  OpenApiController,
] as const;

/** Everything the server is made of, around one database. */
@Module({})
export class AppModule {
  static forRoot(config: Config, db: Db): DynamicModule {
    return {
      module: AppModule,
      controllers: [...CONTROLLERS],
      providers: [
        { provide: CONFIG_TOKEN, useValue: config },
        { provide: DB_TOKEN, useValue: db },
        { provide: QUICK_DB, useFactory: () => connectDatabase(config.databaseUrl, { most: QUICK_CONNECTIONS }) },
        QuickConnections,
        HealthStore,
        RateLimiterFactory,
        HouseSecret,
        FailedTries,
        Devices,
        PasswordStrength,
        AuthStore,
        AuthService,
        RecoveryService,
        RecoveryStore,
        SecondFactorStore,
        SecondFactorService,
        AuthGuard,
        StudioDb,
        IdempotencyStore,
        { provide: APP_INTERCEPTOR, useClass: IdempotencyInterceptor },
        DocumentsStore,
        VersionsStore,
        OutdatedSummariesStore,
        SummaryPool,
        BodyParserPool,
        SummariesService,
        DocumentListStore,
        DocumentsService,
        PatternListStore,
        SongsService,
        Spool,
        RestoresStore,
        BackupService,
        PatternsService,
        StudentsStore,
        StudentsService,
        PracticeStore,
        PracticeLinksStore,
        DemoService,
        ReplayPool,
        PracticeService,
        SettingsService,
        TakesStore,
        TakesService,
        TeachersStore,
        TeachersService,
      ],
    };
  }
}
