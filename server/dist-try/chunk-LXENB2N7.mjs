import {
  CHAIN_START,
  chainHash
} from "./chunk-KV2R4TKS.mjs";

// ../core/src/record/verify-chain.ts
function verifyChain({
  entries,
  previous = CHAIN_START,
  expected
}) {
  let last = previous;
  for (const [index, { entry, hash }] of entries.entries()) {
    if (hashFollows(last, entry) !== hash) return { intact: false, firstBad: index };
    last = hash;
  }
  if (expected !== void 0 && (entries.length !== expected.length || last !== expected.hash)) {
    return { intact: false, endsAt: entries.length, expectedLength: expected.length };
  }
  return { intact: true, length: entries.length };
}
function hashFollows(previous, entry) {
  try {
    return chainHash({ previous, entry }).hash;
  } catch {
    return void 0;
  }
}

export {
  verifyChain
};
//# sourceMappingURL=chunk-LXENB2N7.mjs.map
