#!/usr/bin/env node
// Starts the command line. It is translated once, and again when its sources change: translating it at
// each start would take longer than most of its answers.
import { FOLDER } from './compile.mjs';

await import(new URL(`../${FOLDER}/lamella.js`, import.meta.url).href);
