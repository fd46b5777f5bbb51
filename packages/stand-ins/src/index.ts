export { type ChatStandIn, startChat } from './chat/server.js';
export { type RollStandIn, startRoll } from './crm/roll.js';
export { type CrmStandIn, startCrm } from './crm/server.js';
export { type HookStandIn, startHook } from './hook/server.js';
export { type ArrivedMail, type MailStandIn, startMail } from './mail/server.js';
export { type ModelStandIn, type Mood, startModel } from './model/server.js';
