// Makes assets/css/colours.css from the one file of colours. Run by bin/build; with --check it only compares.

import { readFileSync, writeFileSync } from "node:fs";

const from = new URL("../fairbench/figures/colours.json", import.meta.url);
const to = new URL("css/colours.css", import.meta.url);
const { colours } = JSON.parse(readFileSync(from, "utf8"));
const lines = Object.entries(colours).map(([name, value]) => `  --color-${name}: ${value};`);
const made = `/* Made by bin/build from fairbench/figures/colours.json. */\n@theme static {\n${lines.join("\n")}\n}\n`;

if (process.argv.includes("--check")) {
  if (readFileSync(to, "utf8") !== made) {
    console.error("assets/css/colours.css is not what fairbench/figures/colours.json makes: run bin/build");
    process.exit(1);
  }
} else {
  writeFileSync(to, made);
}
