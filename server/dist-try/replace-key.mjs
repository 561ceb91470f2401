import {
  PEOPLE,
  makeLogger,
  openLedger,
  systemClock
} from "./chunk-X6T6XL7X.mjs";
import "./chunk-VDWYCB3L.mjs";
import "./chunk-V4XZO6I7.mjs";
import "./chunk-27AA7MNU.mjs";
import {
  prepareLostKey
} from "./chunk-KV2R4TKS.mjs";
import {
  NOBODY,
  decidePeople,
  own
} from "./chunk-WQVLMFWN.mjs";
import {
  ProblemError,
  orThrow
} from "./chunk-CFPWUEHS.mjs";

// src/people/replace-key.cli.ts
import { dirname, resolve } from "node:path";
import { createInterface } from "node:readline/promises";
import { fileURLToPath } from "node:url";
import { parseArgs } from "node:util";

// src/people/replace-lost-key.ts
import { randomUUID } from "node:crypto";
async function replaceLostKey({
  manager,
  reason,
  pin,
  ...where
}) {
  const { ledger, pins, close } = await openLedger(where);
  try {
    const people = await ledger.state(PEOPLE) ?? NOBODY;
    const known = own(people.people, manager);
    if (known?.active !== true || people.shop === void 0)
      throw ProblemError.of("PERSON_UNKNOWN", { person: manager });
    await pins.check(known, (await pin(known.name)).trim(), "signed", "this machine");
    const { active: _, ...by } = known;
    const { change, take } = prepareLostKey(where.folder, people.shop.key.keyId, reason);
    await ledger.execute({
      id: randomUUID(),
      chain: PEOPLE,
      by,
      body: change,
      decide: (now = NOBODY) => orThrow(decidePeople(now, { type: "changeSealKey", ...change }, by))
    });
    take();
    return change;
  } finally {
    await close();
  }
}

// src/people/replace-key.cli.ts
var USE = 'Use: npm run replace-key -- --manager ID --reason "how it was lost" [--data FOLDER]';
async function main() {
  const serverRoot = resolve(dirname(fileURLToPath(import.meta.url)), "..");
  const { values } = parseArgs({
    options: { data: { type: "string" }, manager: { type: "string" }, reason: { type: "string" } }
  });
  const { manager, reason } = values;
  if (manager === void 0 || reason === void 0) throw new Error(USE);
  const { from, to } = await replaceLostKey({
    folder: values.data ?? resolve(serverRoot, "../data/shop"),
    serverRoot,
    clock: systemClock,
    logger: makeLogger("error"),
    manager,
    reason,
    pin: askPin
  });
  console.log(`The shop now seals with key ${to.keyId}. Key ${from} is noted as lost, without the old key.`);
}
async function askPin(name) {
  const input = createInterface({ input: process.stdin, output: process.stdout });
  const pin = await input.question(`PIN of ${name}: `);
  input.close();
  return pin;
}
main().catch((error) => {
  if (error instanceof ProblemError) {
    const { title, where, next } = error.details();
    console.error(`${title} (${where}). ${next}`);
  } else console.error(error instanceof Error ? error.message : error);
  process.exitCode = 1;
});
//# sourceMappingURL=replace-key.mjs.map
