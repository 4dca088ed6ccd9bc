import type { DataSource } from 'typeorm';

/** A table the database itself calls damaged. Nothing was changed. */
export class DamagedTable extends Error {
  constructor(
    readonly table: string,
    said: string,
  ) {
    super(`the table ${table} is damaged (${said})`);
  }
}

interface CheckRow {
  Msg_type: string;
  Msg_text: string;
}

/** Has the database look through its tables. @throws DamagedTable at the first that is not whole. */
export async function checkTables(source: DataSource): Promise<void> {
  for (const { tableName } of source.entityMetadatas) {
    const rows = (await source.query(`CHECK TABLE \`${tableName}\` QUICK`)) as CheckRow[];
    const wrong = rows.find(
      ({ Msg_type, Msg_text }) => Msg_type.toLowerCase() === 'error' || isBadStatus(Msg_type, Msg_text),
    );
    if (wrong) throw new DamagedTable(tableName, wrong.Msg_text);
  }
}

const isBadStatus = (type: string, text: string): boolean => type.toLowerCase() === 'status' && text !== 'OK';
