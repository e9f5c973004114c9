import { createHmac } from 'node:crypto';
import { Inject, Injectable } from '@nestjs/common';
import { DB_TOKEN, type Db } from '../db/connection.ts';

/** The secret all servers of a house share, by which what is kept of visitors, and given to them, is keyed. */
@Injectable()
export class HouseSecret {
  private secret: Promise<string> | undefined;

  constructor(@Inject(DB_TOKEN) private readonly db: Db) {}

  /** A keyed hash of some words: nobody who reads it finds out what they were, or makes another one. */
  async sign(...words: readonly string[]): Promise<string> {
    this.secret ??= this.read();
    const secret = await this.secret.catch((error: unknown) => {
      this.secret = undefined;
      throw error;
    });
    return createHmac('sha256', secret).update(JSON.stringify(words)).digest('base64url');
  }

  private async read(): Promise<string> {
    const row: { readonly value: string } | undefined = await this.db('house_secrets').where({ name: 'doors' }).first();
    if (!row) throw new Error('The secret of the house is missing from house_secrets.');
    return row.value;
  }
}
