import { Module, type DynamicModule } from '@nestjs/common';
import { AuthController } from './auth/auth.controller.ts';
import { AuthService } from './auth/auth.service.ts';
import { AuthStore } from './auth/auth.store.ts';
import { SessionGuard } from './auth/session.ts';
import { CONFIG, type Config } from './config.ts';
import { DB, type Db } from './db/connection.ts';
import { HealthController } from './health/health.controller.ts';
import { PatternsController } from './patterns/patterns.controller.ts';
import { PatternsService } from './patterns/patterns.service.ts';
import { PatternsStore } from './patterns/patterns.store.ts';
import { VersionsStore } from './patterns/versions.store.ts';
import { SetUpController } from './set-up/set-up.controller.ts';
import { SetUpService } from './set-up/set-up.service.ts';
import { StudentsController } from './students/students.controller.ts';
import { StudentsStore } from './students/students.store.ts';

/** Everything the server is made of, around one database. */
@Module({})
export class AppModule {
  static around(config: Config, db: Db): DynamicModule {
    return {
      module: AppModule,
      controllers: [AuthController, PatternsController, SetUpController, StudentsController, HealthController],
      providers: [
        { provide: CONFIG, useValue: config },
        { provide: DB, useValue: db },
        AuthStore,
        AuthService,
        SessionGuard,
        PatternsStore,
        PatternsService,
        VersionsStore,
        StudentsStore,
        SetUpService,
      ],
    };
  }
}
