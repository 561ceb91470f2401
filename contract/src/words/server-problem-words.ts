import type { ClockInDoubt } from '@oak-gate/core';
import { clockWords, nothingSpeaksAgainst } from './clock-words';

/** What is wrong, where, and what to do next. */
export interface Words {
  readonly what: string;
  readonly where: string;
  readonly next: string;
}

type NoData = Readonly<Record<string, never>>;

/** Problems that only the server can meet: at its door, in its files, on the way. */
export interface ServerProblemData {
  BODY_WRONG: { readonly path: string; readonly message: string };
  NOT_SIGNED_IN: NoData;
  PIN_WRONG: { readonly person: string; readonly left: number };
  PIN_LOCKED: { readonly person: string; readonly seconds: number };
  PIN_NEEDED: { readonly action: string };
  PIN_TO_CHOOSE: { readonly person: string };
  PIN_SPENT: { readonly person: string };
  PIN_THE_SAME: { readonly person: string };
  CLOCK_IN_DOUBT: Pick<ClockInDoubt, 'clock' | 'expected' | 'because'>;
  CLOCK_NOT_IN_DOUBT: { readonly clock: string };
  COMMAND_ID_REUSED: { readonly command: string };
  JOB_UNKNOWN: { readonly job: string };
  NOT_FOUND: { readonly path: string };
  NOT_SEALED: { readonly job: string };
  NOT_SET_UP: NoData;
  ROUTE_WRONG: { readonly file: string; readonly because: string };
  TABLE_WRONG: { readonly errors: number; readonly file: string };
  FILE_NOT_TEXT: { readonly file: string; readonly because: string };
  FILE_TOO_LARGE: { readonly limit: string };
  FILE_NOT_THAT_TYPE: { readonly file: string; readonly wanted: string; readonly found: string };
  FILE_UNSAFE: { readonly file: string; readonly because: string };
  SHEET_WRONG: { readonly file: string; readonly sheet: number };
  QUESTIONS_OPEN: { readonly file: string; readonly questions: number };
  UPLOAD_UNKNOWN: { readonly upload: string };
  IMPORT_RUNS: { readonly file: string };
  TOO_MANY_REQUESTS: NoData;
  HOST_UNKNOWN: { readonly host: string };
  CROSS_SITE: { readonly from: string };
  CONTENT_TYPE_WRONG: { readonly wanted: string; readonly found: string };
  REQUEST_BROKEN: { readonly because: string };
  FILE_TOO_MUCH: { readonly file: string; readonly limit: string };
  BACKUP_WRONG: { readonly file: string; readonly because: string };
  FOLDER_NOT_EMPTY: { readonly folder: string };
  FOLDER_IN_USE: { readonly folder: string };
  DISK_FULL: { readonly folder: string };
  FOLDER_NOT_WRITABLE: { readonly folder: string };
  DATABASE_DAMAGED: { readonly folder: string };
  DATABASE_FOREIGN: { readonly folder: string };
  DATABASE_GONE: { readonly folder: string };
  BACKUP_FAILED: { readonly to: string; readonly because: string };
  INTERNAL: { readonly reference: string };
  OTHER_HANDS: { readonly author: string; readonly person: string };
  CHAIN_DAMAGED: {
    readonly chain: string;
    readonly because: ChainDamage;
    readonly entry: number;
    readonly promised: number;
  };
  CHAIN_NEWER: {
    readonly chain: string;
    readonly entry: number;
    readonly type: string;
    readonly version: number;
  };
  FOLDER_NEWER: { readonly folder: string; readonly version: number; readonly known: number };
  DATABASE_MISSING: { readonly folder: string };
  SEAL_KEY_MISSING: { readonly keyId: string; readonly folder: string };
  SEAL_KEY_FOREIGN: { readonly keyId: string; readonly found: string; readonly folder: string };
  SEAL_NOT_VERIFIED: { readonly keyId: string };
  CREDENTIALS_CHANGED: { readonly person: string };
}
/** What is wrong with a chain on the disk. */
export type ChainDamage = 'hash' | 'bytes' | 'tail' | 'head' | 'headGone' | 'list';

export const SERVER_PROBLEM_WORDS: {
  readonly [C in keyof ServerProblemData]: (data: ServerProblemData[C]) => Words;
} = {
  BODY_WRONG: ({ path, message }) => ({
    what: path === '' ? message : `“${fieldName(path)}”: ${message}`,
    where: path === '' ? 'the request' : path,
    next: 'Correct it and send it again.',
  }),
  NOT_SIGNED_IN: () => ({
    what: 'Nobody is signed in',
    where: 'this tablet',
    next: 'Sign in; what you typed is kept.',
  }),
  PIN_WRONG: ({ person, left }) => ({
    what: 'The PIN is wrong',
    where: person,
    next: `Try again: ${left} ${left === 1 ? 'try' : 'tries'} left before a pause.`,
  }),
  PIN_LOCKED: ({ person, seconds }) => ({
    what: 'Too many wrong PINs',
    where: person,
    next: `Wait ${seconds} seconds, then try again.`,
  }),
  PIN_NEEDED: ({ action }) => ({
    what: 'The PIN is missing',
    where: action,
    next: 'Type your PIN: it is your signature.',
  }),
  PIN_TO_CHOOSE: ({ person }) => ({
    what: 'The manager knows this PIN: nothing can be done with it',
    where: person,
    next: 'Choose your own first; it is your signature.',
  }),
  PIN_SPENT: ({ person }) => ({
    what: 'This PIN was for one sign-in, and that has been',
    where: person,
    next: 'Ask a manager for another one, and choose your own with it.',
  }),
  PIN_THE_SAME: ({ person }) => ({
    what: 'That is the PIN that you have',
    where: person,
    next: 'Choose another one.',
  }),
  CLOCK_IN_DOUBT: (doubt) => ({
    what: clockWords(doubt),
    where: 'the server’s clock',
    next: 'Nothing is written until it is set right, or a manager confirms it on the Shop page. What you did is kept.',
  }),
  CLOCK_NOT_IN_DOUBT: ({ clock }) => ({
    what: nothingSpeaksAgainst(clock),
    where: 'the server’s clock',
    next: 'There is nothing to confirm.',
  }),
  COMMAND_ID_REUSED: ({ command }) => ({
    what: 'This command id was used for something else',
    where: command,
    next: 'Reload the page and do it again.',
  }),
  JOB_UNKNOWN: ({ job }) => ({ what: 'There is no such job', where: job, next: 'Choose one on the Floor.' }),
  NOT_FOUND: ({ path }) => ({
    what: 'There is nothing here',
    where: path,
    next: 'Go to the Floor and start from there.',
  }),
  NOT_SEALED: ({ job }) => ({
    what: 'The record is not sealed yet',
    where: job,
    next: 'It can be printed and exported after the Release gate is signed.',
  }),
  ROUTE_WRONG: ({ file, because }) => ({
    what: 'This route cannot be followed',
    where: `${file}: ${because}`,
    next: 'Put the file right or take it out of the folder, then start again.',
  }),
  NOT_SET_UP: () => ({
    what: 'The shop is not set up yet',
    where: 'this data folder',
    next: 'Open the application in a browser and set it up.',
  }),
  TABLE_WRONG: ({ errors, file }) => ({
    what: `${errors} ${errors === 1 ? 'cell is' : 'cells are'} wrong; nothing was written`,
    where: file,
    next: 'Correct the cells that are listed and read the file again.',
  }),
  FILE_NOT_TEXT: ({ file, because }) => ({
    what: `The file cannot be read: ${because}`,
    where: file,
    next: 'Save it as CSV in UTF-8 and read it again.',
  }),
  FILE_TOO_LARGE: ({ limit }) => ({
    what: `The file is larger than ${limit}`,
    where: 'upload',
    next: 'Split it, or leave out what is not a limit row.',
  }),
  FILE_NOT_THAT_TYPE: ({ file, wanted, found }) => ({
    what: `${file} is not what its name says: ${found}`,
    where: file,
    next: `Choose ${wanted}. The content counts, not the name.`,
  }),
  FILE_UNSAFE: ({ file, because }) => ({
    what: `The file was not opened: ${because}`,
    where: file,
    next: 'Open it in a spreadsheet program that you trust, and save the one sheet as CSV.',
  }),
  SHEET_WRONG: ({ file, sheet }) => ({
    what: `There is no sheet ${sheet + 1} in the file`,
    where: file,
    next: 'Choose one of the sheets that are listed.',
  }),
  QUESTIONS_OPEN: ({ file, questions }) => ({
    what: `${questions} ${questions === 1 ? 'question is' : 'questions are'} not answered; nothing was written`,
    where: file,
    next: 'Say which unit controls, and what a second acceptance is, row by row.',
  }),
  UPLOAD_UNKNOWN: ({ upload }) => ({
    what: 'This uploaded file is no longer here',
    where: upload,
    next: 'Choose the file again.',
  }),
  IMPORT_RUNS: ({ file }) => ({
    what: `An import is running: ${file}`,
    where: 'library',
    next: 'Wait until it is finished, or cancel it.',
  }),
  TOO_MANY_REQUESTS: () => ({
    what: 'Too many requests at once',
    where: 'this tablet',
    next: 'Wait a minute and try again.',
  }),
  HOST_UNKNOWN: ({ host }) => ({
    what: `This server is not called ${host}`,
    where: 'the address that was asked for',
    next: 'Use the address that the server printed when it started, or start it with --name and this one.',
  }),
  CROSS_SITE: ({ from }) => ({
    what: 'Another page asked for this, and it was not done',
    where: from,
    next: 'Do it on a page of this application, at the address that it was opened with.',
  }),
  CONTENT_TYPE_WRONG: ({ wanted, found }) => ({
    what: `The request says that it is ${found === '' ? 'of no kind' : found}`,
    where: 'content type',
    next: `Send it as ${wanted}.`,
  }),
  REQUEST_BROKEN: ({ because }) => ({
    what: `The request cannot be read: ${because}`,
    where: 'request',
    next: 'Reload the page and do it again.',
  }),
  FILE_TOO_MUCH: ({ file, limit }) => ({
    what: `The file was not read to its end: ${limit}`,
    where: file,
    next: 'Save the one sheet as CSV without what is not a limit row, or split it.',
  }),
  BACKUP_WRONG: ({ file, because }) => ({
    what: `This backup cannot be used: ${because}`,
    where: file,
    next: 'Take the one before it, or make another while the shop still stands.',
  }),
  FOLDER_NOT_EMPTY: ({ folder }) => ({
    what: 'There is something in this folder already',
    where: folder,
    next: 'Restore into a new folder with --data; nothing is written over.',
  }),
  DISK_FULL: ({ folder }) => ({
    what: 'The disk of the server is full; nothing was written',
    where: folder,
    next: 'What you did is kept on the tablet. Whoever keeps the server makes room; then it goes out by itself.',
  }),
  FOLDER_NOT_WRITABLE: ({ folder }) => ({
    what: 'The server may not write into its data folder',
    where: folder,
    next: 'Give the folder back to the user that the server runs as, and look whether the disk is mounted for reading only.',
  }),
  DATABASE_DAMAGED: ({ folder }) => ({
    what: 'The database cannot be read: it is damaged, or is none',
    where: folder,
    next: 'Stop the server, keep the folder as it is, and restore the newest backup into another one.',
  }),
  DATABASE_FOREIGN: ({ folder }) => ({
    what: 'This database was made by another program; nothing in it was touched',
    where: `${folder}/oak-gate.sqlite`,
    next: 'Start on another folder with --data, or put the shop’s own database back from a backup.',
  }),
  DATABASE_GONE: ({ folder }) => ({
    what: 'The database’s file was taken away or exchanged while the server works; nothing more is written',
    where: `${folder}/oak-gate.sqlite`,
    next: 'Stop the server, put the file back as it was or restore the newest backup into another folder, and start again.',
  }),
  BACKUP_FAILED: ({ to, because }) => ({
    what: `The last backup failed: ${because}`,
    where: to,
    next: 'Whoever keeps the server looks at the folder and its disk; it is tried again by itself.',
  }),
  FOLDER_IN_USE: ({ folder }) => ({
    what: 'Another server works on this data folder',
    where: folder,
    next: 'Stop it first, or start this one on another folder with --data.',
  }),
  OTHER_HANDS: ({ author, person }) => ({
    what: `${author} gave this, and the tablet is in the hands of ${person}`,
    where: 'kept on this tablet',
    next: `It waits until ${author} takes over this tablet again.`,
  }),
  CHAIN_DAMAGED: ({ chain, because, entry, promised }) => ({
    what: `${chainName(chain)} was changed behind the program’s back`,
    where: DAMAGE_WORDS[because](entry, promised),
    next: 'Nothing is written to it any more. Put the whole data folder back from a backup, and compare sealed records with their signed prints.',
  }),
  CHAIN_NEWER: ({ chain, entry, type, version }) => ({
    what: `${chainName(chain)} was written by a newer program`,
    where: `entry ${entry} (${type}, version ${version})`,
    next: 'It can be looked at up to there, and nothing is written. Update this program, then open it again.',
  }),
  FOLDER_NEWER: ({ folder, version, known }) => ({
    what: 'This data folder belongs to a newer program; nothing in it was touched',
    where: `${folder}: version ${version}, this program knows ${known}`,
    next: 'Start the newer program, or put back a backup that this program made.',
  }),
  DATABASE_MISSING: ({ folder }) => ({
    what: 'The database is missing, and the shop’s key is there: this is no empty folder',
    where: `${folder}/oak-gate.sqlite`,
    next: 'Put the whole data folder back from a backup, or start on another folder with --data.',
  }),
  SEAL_KEY_MISSING: ({ keyId, folder }) => ({
    what: `The shop’s key ${keyId} is missing, and the ledger knows it`,
    where: `${folder}/keys`,
    next: 'Put keys/ back from a backup. If the key is lost for good, a manager replaces it with: npm run replace-key.',
  }),
  SEAL_KEY_FOREIGN: ({ keyId, found, folder }) => ({
    what: `The key in this folder is ${found}; the ledger of the shop knows ${keyId}`,
    where: `${folder}/keys`,
    next: 'Put the shop’s own keys/ back from a backup. If that key is lost for good, take the other one away, and a manager replaces it with: npm run replace-key.',
  }),
  SEAL_NOT_VERIFIED: ({ keyId }) => ({
    what: 'The seal that was made does not verify; nothing was signed',
    where: `key ${keyId}`,
    next: 'Stop the server and look at its keys/ folder before anything is sealed.',
  }),
  CREDENTIALS_CHANGED: ({ person }) => ({
    what: `The PIN of ${person} was changed behind the program’s back`,
    where: 'people of the shop',
    next: 'A manager sets a new PIN for this person under Shop; nobody signs in with the old one.',
  }),
  INTERNAL: ({ reference }) => ({
    what: 'Something went wrong on our side; nothing was written',
    where: `reference ${reference}`,
    next: 'Try again. If it stays, send us the reference.',
  }),
};

const DAMAGE_WORDS: Readonly<Record<ChainDamage, (entry: number, promised: number) => string>> = {
  hash: (entry) => `entry ${entry} does not follow from the one before it`,
  bytes: (entry) => `entry ${entry} cannot be read`,
  tail: (entry, promised) =>
    `it ends at entry ${entry}; ${promised} were written: the last ${promised - entry} are gone`,
  head: (entry) => `its end, entry ${entry}, is not the one that was written`,
  headGone: (entry) =>
    `what was noted of its end, entry ${entry}, is gone or was not written by this program`,
  list: (entry) => `the shop’s list says something else of it than its ${entry} entries`,
};
const chainName = (chain: string): string =>
  chain.startsWith('job:') ? 'This job' : `The chain of ${chain}`;

/** The last step of a path as somebody who filled in a form knows it: "revision.models.0" is "models 1". */
function fieldName(path: string): string {
  const steps = path.split('.');
  const last = steps.at(-1) ?? path;
  return /^\d+$/.test(last) && steps.length > 1 ? `${steps.at(-2) ?? ''} ${Number(last) + 1}` : last;
}
