type WithTimes<T> = {
  readonly [K in keyof T]: K extends `${string}At` ? (null extends T[K] ? Date | null : Date) : T[K];
};

/** What the contract answers, as the database driver gives it: times are dates, which JSON writes as text. */
export type Row<T> = T extends unknown ? WithTimes<T> : never;
