// Readings of a scale that are taken one after the other.

import assert from "node:assert/strict";
import { test } from "node:test";

globalThis.document = { getElementById: () => null, querySelector: () => null };
const { withReading } = await import("../../fairbench/web/static/js/calibration.js");

test("a reading joins those before it", () => {
  assert.equal(withReading("", "2.58"), "2.58");
  assert.equal(withReading(" 2.55  2.60 ", "2.58"), "2.55 2.60 2.58");
});
