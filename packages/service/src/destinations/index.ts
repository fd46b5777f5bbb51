import { dictionary } from '@yellow-sieve/core';
import { chat } from './chat/chat.js';
import { crm } from './crm/crm.js';
import { database } from './database/database.js';
import type { DestinationKind } from './destination-kind.js';
import { folder } from './folder/folder.js';
import { mail } from './mail/mail.js';
import { ownFile } from './own-file/own-file.js';
import { postgresql } from './postgresql/postgresql.js';
import { sheet } from './sheet/sheet.js';
import { webhook } from './webhook/webhook.js';

/** The destination kinds. A new kind is one folder and one line here. */
export const destinationKinds: Readonly<Record<string, DestinationKind>> = dictionary({
  sheet,
  database,
  postgresql,
  mail,
  crm,
  chat,
  webhook,
  'own-file': ownFile,
  folder,
});

export * from './destination-kind.js';
export * from './form.js';
