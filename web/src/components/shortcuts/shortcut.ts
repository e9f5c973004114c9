/** What a table of shortcuts says of one: its keys, what it does, and what it is about. */
export interface Shortcut<Group extends string = string> {
  /** By the names of `keyName`. */
  readonly keys: readonly string[];
  readonly label: string;
  readonly group: Group;
}
