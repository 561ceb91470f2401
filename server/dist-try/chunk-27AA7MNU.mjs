import {
  NM_PER
} from "./chunk-CFPWUEHS.mjs";

// ../core/src/quantity/show-length.ts
var USUAL = { thou: 1, in: 4, mm: 3, um: 0 };
function showLength(value, unit, decimals = USUAL[unit], rounding = "nearest") {
  const scaled = BigInt(Math.abs(value)) * 10n ** BigInt(decimals);
  const per = BigInt(NM_PER[unit]);
  const negative = value < 0;
  const away = rounding === "nearest" ? (2n * scaled + per) / (2n * per) : roundOutward(scaled, per, rounding === "up" !== negative);
  const digits = away.toString().padStart(decimals + 1, "0");
  const whole = digits.slice(0, digits.length - decimals);
  const text = decimals === 0 ? whole : `${whole}.${digits.slice(-decimals)}`;
  return negative && /[1-9]/.test(text) ? `\u2212${text}` : text;
}
var roundOutward = (scaled, per, awayFromZero) => awayFromZero ? (scaled + per - 1n) / per : scaled / per;
function showExact(value, unit) {
  for (let decimals = 0; decimals <= 9; decimals++) {
    if (BigInt(value) * 10n ** BigInt(decimals) % BigInt(NM_PER[unit]) === 0n) {
      return showLength(value, unit, decimals);
    }
  }
  return showLength(value, unit, 9);
}
var otherUnit = (unit) => unit === "mm" || unit === "um" ? "thou" : "mm";

export {
  showLength,
  showExact,
  otherUnit
};
//# sourceMappingURL=chunk-27AA7MNU.mjs.map
