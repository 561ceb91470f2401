import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js';
import { canonical } from './canonical';

/** Lower-case hex SHA-256 of a text's UTF-8 bytes. */
export const sha256Hex = (text: string): string => sha256HexOf(utf8ToBytes(text));
export const sha256HexOf = (bytes: Uint8Array): string => bytesToHex(sha256(bytes));

/** The digest by which a document revision, a model or the state behind a gate is known. */
export const digestOf = (value: unknown): string => sha256Hex(canonical(value));
