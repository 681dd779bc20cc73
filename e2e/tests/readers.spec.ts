// What leaves the house, read by libraries that know nothing of it: a PDF reader, a calendar, a spreadsheet.
import { execFileSync } from 'node:child_process';
import { createPublicKey, verify } from 'node:crypto';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';
import ICAL from 'ical.js';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import * as spreadsheet from 'xlsx';
import { auditPath, bundle, serve } from './server';

const server = serve();
const get = async (path: string) => Buffer.from(await (await fetch(`${server.get().url}/api${auditPath}/${path}`)).arrayBuffer());

type Tagged = { role: string; alt?: string; children?: Tagged[] };

/** Every tag of a page under a role. */
const tagsOf = (node: Tagged | null, role: string): Tagged[] =>
  node === null ? [] : [...(node.role === role ? [node] : []), ...(node.children ?? []).flatMap((child) => tagsOf(child, role))];

test('a PDF reader finds pages, text, bookmarks, tags, language and the words of every picture in the report', async () => {
  test.setTimeout(150_000);
  const file = await get('report.pdf');
  const document = await getDocument({ data: new Uint8Array(file), verbosity: 0 }).promise;
  expect(document.numPages).toBeGreaterThan(20);
  const { info, metadata } = await document.getMetadata();
  expect(info).toMatchObject({ Title: `Audit of device and box installations: ${bundle.audit.name}`, Language: 'en' });
  // ISO 14289-1 and ISO 19005-2: what a file says of itself.
  expect(['pdfuaid:part', 'pdfaid:part', 'pdfaid:conformance'].map((name) => metadata.get(name))).toEqual(['1', '2', 'A']);
  expect((await document.getMarkInfo())?.Marked).toBe(true);
  const titles = (await document.getOutline()).map((entry) => entry.title);
  for (const title of ['What is wrong, and where', 'Dangers: make safe first', 'To put right', 'What was met', 'Repair order', 'Panel schedules', 'Limits and their sources']) expect(titles).toContain(title);
  const first = await (await document.getPage(1)).getTextContent();
  const words = first.items.map((item) => ('str' in item ? item.str : '')).join(' ');
  for (const said of [bundle.audit.name, 'What to do first', 'Dangers now', 'What it costs', 'What was not looked at']) expect(words).toContain(said);
  let figures = 0;
  for (let number = 1; number <= document.numPages; number += 1) {
    const tree = (await (await document.getPage(number)).getStructTree()) as Tagged;
    const pictures = tagsOf(tree, 'Figure');
    figures += pictures.length;
    for (const picture of pictures) expect(picture.alt, `page ${number}`).toBeTruthy();
  }
  expect(figures).toBeGreaterThan(30);
  // Another reader: every font is in the file, as a part of itself.
  const folder = mkdtempSync(join(tmpdir(), 'nailpunch-pdf-'));
  writeFileSync(join(folder, 'report.pdf'), file);
  const fonts = execFileSync('pdffonts', [join(folder, 'report.pdf')], { encoding: 'utf8', stdio: ['ignore', 'pipe', 'ignore'] }).trim().split('\n').slice(2);
  expect(fonts.length).toBeGreaterThan(1);
  for (const font of fonts) expect(font).toMatch(/ yes yes yes +\d+ +\d+$/);
  rmSync(folder, { recursive: true });
});

test('each paper has the pages and the paper that it should', async () => {
  test.setTimeout(150_000);
  const read = async (kind: string) => getDocument({ data: new Uint8Array(await get(`report.pdf?kind=${kind}`)), verbosity: 0 }).promise;
  for (const [kind, pages] of [['owner', 1], ['hand-over', 2], ['danger-notice', 1]] as const) expect((await read(kind)).numPages, kind).toBe(pages);
  const inches = [612, 792];
  const [, , width, height] = (await (await read('owner')).getPage(1)).view;
  expect([width, height]).toEqual(inches);
  const { audit } = (await (await fetch(`${server.get().url}/api${auditPath}/walk`)).json()) as { audit: { revision: number; record: { basis: object } } };
  const metric = { ...audit.record, basis: { ...audit.record.basis, units: 'metric' } };
  const put = await fetch(`${server.get().url}/api${auditPath}`, { method: 'PUT', body: JSON.stringify(metric), headers: { 'Content-Type': 'application/json', 'If-Match': `"${audit.revision}"` } });
  expect(put.status).toBe(200);
  // ISO 216: A4 is 210 mm by 297 mm.
  const [, , wide, tall] = (await (await read('owner')).getPage(1)).view;
  expect([Math.round(((wide ?? 0) / 72) * 25.4), Math.round(((tall ?? 0) / 72) * 25.4)]).toEqual([210, 297]);
  const back = await fetch(`${server.get().url}/api${auditPath}`, { method: 'PUT', body: JSON.stringify(audit.record), headers: { 'Content-Type': 'application/json', 'If-Match': `"${audit.revision + 1}"` } });
  expect(back.status).toBe(200);
});

test('a calendar reads the shut-downs with their hours', async () => {
  const calendar = new ICAL.Component(ICAL.parse((await get('calendar.ics')).toString('utf8')));
  const events = calendar.getAllSubcomponents('vevent').map((event) => new ICAL.Event(event));
  const job = JSON.parse((await get('job')).toString('utf8')) as { shut_downs: { slot: { from: number; to: number } }[] };
  expect(events.length).toBe(job.shut_downs.length);
  for (const [index, event] of events.entries()) {
    const { from, to } = job.shut_downs[index]?.slot ?? { from: 0, to: 0 };
    expect(event.startDate.hour * 60 + event.startDate.minute).toBe(from);
    expect(event.endDate.hour * 60 + event.endDate.minute).toBe(to);
    expect(event.summary).toContain('off');
    expect(event.description).toContain('from the feed outwards');
  }
});

test('a spreadsheet reads every row of the CSV files, and no formula', async () => {
  await fetch(`${server.get().url}/api${auditPath}/corrections`, { method: 'POST', body: 'Hall: loose\n=1+1\n@SUM(A1)' });
  for (const [file, columns] of [['findings.csv', 19], ['materials.csv', 9], ['cut-list.csv', 8], ['corrections.csv', 7], ['directory.csv', 6], ['rounds.csv', 5]] as const) {
    const book = spreadsheet.read((await get(file)).toString('utf8'), { type: 'string' });
    const sheet = book.Sheets[book.SheetNames[0] ?? ''] ?? {};
    const rows = spreadsheet.utils.sheet_to_json<string[]>(sheet, { header: 1 });
    expect(rows[0]?.length, file).toBe(columns);
    expect(rows.length, file).toBeGreaterThan(2);
    const formulas = Object.values(sheet).filter((cell) => typeof cell === 'object' && cell !== null && 'f' in cell);
    expect(formulas, file).toEqual([]);
  }
});

test('a spreadsheet reads the workbook: the same rows, figures as numbers, and no formula', async () => {
  const book = spreadsheet.read(await get('workbook.xlsx'), { type: 'buffer' });
  expect(book.SheetNames).toEqual(['Findings', 'Directory', 'Rounds', 'To bring', 'To cut', 'Shut-downs']);
  const rowsOf = (sheet: spreadsheet.WorkSheet | undefined) => spreadsheet.utils.sheet_to_json<(string | number)[]>(sheet ?? {}, { header: 1, defval: '' });
  for (const [name, file] of [['Findings', 'findings.csv'], ['Directory', 'directory.csv'], ['To bring', 'materials.csv'], ['To cut', 'cut-list.csv']] as const) {
    const lines = spreadsheet.read((await get(file)).toString('utf8'), { type: 'string', raw: true });
    const text = (rows: (string | number)[][]) => rows.map((row) => row.map((cell) => String(cell).replace(/^'(?=[=+\-@])/, '')));
    const own = text(rowsOf(book.Sheets[name]));
    const csv = text(rowsOf(lines.Sheets[lines.SheetNames[0] ?? '']));
    // Money keeps its zeros in the text and not in the number.
    const figure = (cell: string) => (/^-?\d+\.\d+$/.test(cell) ? String(Number(cell)) : cell);
    expect(own, name).toEqual(csv.map((row) => row.map(figure)));
  }
  const findings = rowsOf(book.Sheets.Findings);
  const value = findings[0]?.indexOf('found_value') ?? -1;
  expect(findings.slice(1).some((row) => typeof row[value] === 'number')).toBe(true);
  const cells = book.SheetNames.flatMap((name) => Object.values(book.Sheets[name] ?? {}));
  expect(cells.filter((cell) => typeof cell === 'object' && cell !== null && 'f' in cell)).toEqual([]);
});

test('OpenSSL proves a seal by the public key that the report prints', async () => {
  test.setTimeout(120_000);
  const made = await fetch(`${server.get().url}/api${auditPath}/seals`, { method: 'POST' });
  const seal = (await made.json()) as Record<'at' | 'data_sha256' | 'pdf_sha256' | 'public_key' | 'signature', string> & { number: number; changes: string[] };
  const text = ['nailpunch seal', bundle.audit.id, seal.number, seal.at, seal.data_sha256, seal.pdf_sha256, ...seal.changes].map((line) => `${line}\n`).join('');
  // An Ed25519 public key as OpenSSL reads it: RFC 8410, the 12 bytes before the key; from memory.
  const der = Buffer.concat([Buffer.from('302a300506032b6570032100', 'hex'), Buffer.from(seal.public_key, 'hex')]);
  const key = createPublicKey({ key: der, format: 'der', type: 'spki' });
  const holds = (words: string) => verify(null, Buffer.from(words), key, Buffer.from(seal.signature, 'hex'));
  expect([holds(text), holds(text.replace('seal\n', 'seal \n'))]).toEqual([true, false]);
  const document = await getDocument({ data: new Uint8Array(await get(`seals/${seal.number}/report.pdf`)), verbosity: 0 }).promise;
  const first = await (await document.getPage(1)).getTextContent();
  expect(first.items.map((item) => ('str' in item ? item.str : '')).join('')).toContain(seal.public_key);
});
