// Holds what the server answers to its own description: every 2xx answer that a page of these tests gets.
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import Ajv2020, { type ValidateFunction } from 'ajv/dist/2020.js';

type Answer = { content?: Record<string, { schema?: object }> };
type Operation = { responses: Record<string, Answer> };
type Description = { paths: Record<string, Record<string, Operation>>; components: object };

const file = join(import.meta.dirname, '..', '..', 'web', 'src', 'api', 'openapi.json');
const description: Description = JSON.parse(readFileSync(file, 'utf8'));
const ajv = new Ajv2020({ strict: false, validateFormats: false, logger: false });
ajv.addSchema({ $id: 'api', components: description.components });

const PATHS = Object.keys(description.paths).map((path) => ({
  path,
  pattern: new RegExp(`^${path.replace(/\{[^}]+\}/g, '[^/]+')}$`),
}));
const known = new Map<string, ValidateFunction>();

/** What is wrong with an answer, held against the description; nothing where it is as described. */
export function misdescribed(method: string, url: string, status: number, kind: string, body: string): string | null {
  const { pathname } = new URL(url);
  if (!pathname.startsWith('/api/') || status >= 300) return null;
  const path = PATHS.filter(({ pattern }) => pattern.test(pathname)).sort((a, b) => a.path.split('{').length - b.path.split('{').length)[0]?.path;
  const said = path && description.paths[path]?.[method.toLowerCase()]?.responses[String(status)];
  if (!path || !said) return pathname === '/api/openapi.json' ? null : `${method} ${pathname} answers ${status}, and is not described`;
  const schema = said.content?.['application/json']?.schema;
  if (!schema || !kind.includes('json')) return null;
  const key = `${method} ${path} ${status}`;
  const check = known.get(key) ?? ajv.compile(JSON.parse(JSON.stringify(schema).replaceAll('"#/components', '"api#/components')));
  known.set(key, check);
  if (check(JSON.parse(body))) return null;
  return `${key}: ${ajv.errorsText(check.errors).slice(0, 300)}`;
}
