/** What a server tells about the machine it runs on: how it is, how phones reach it, and what backups there are. */

/** Who proves to a phone that it speaks with this Ergon: nobody, files that were given, the machine itself, or a proxy before it. */
export type TlsKind = 'off' | 'given' | 'own' | 'proxy';

export type BackupHealth = 'ok' | 'none' | 'old' | 'unchecked' | 'failed';

/** What GET /health answers. */
export interface HealthAnswer {
  status: 'ok' | 'down';
  database: 'ok' | 'away';
  disk: 'ok' | 'full';
  backup: BackupHealth;
}

/** A backup as a person looks for it. */
export interface KeptBackup {
  /** Its name in the folder of backups. */
  file: string;
  /** ISO, as every instant here; null where nothing is known of it. */
  made: string | null;
  bytes: number;
  /** When it was restored into a scratch database and looked through; null where it was not, or was not whole. */
  checked: string | null;
  fault: string | null;
}

export interface ShownFingerprints {
  /** Of the certificate a phone warns of. */
  shown: string;
  until: string;
  /** Of the one a phone may trust for good; null where others vouch for it. */
  authority: string | null;
}

export interface OpenedAt {
  url: string;
  /** Whether the certificate that is shown is good for it; null where another shows it. */
  vouched: boolean | null;
}

export interface MachineAnswer {
  tls: TlsKind;
  /** SHA-256; null where no TLS is spoken here. */
  certificate: ShownFingerprints | null;
  /** Null for whoever does not sit at the machine. */
  here: {
    /** What others open, best first. */
    addresses: OpenedAt[];
    /** Newest first. */
    backups: KeptBackup[];
    /** Why the last try at a backup failed. */
    trouble: string | null;
    /** Bytes left on the disk; null where it does not tell. */
    free: number | null;
  } | null;
}
