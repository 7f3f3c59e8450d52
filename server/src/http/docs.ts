import swagger from '@fastify/swagger';
import type { FastifyInstance } from 'fastify';
import type { Needed } from '@cuadro/core/people';
import { neededFor } from '../people/guard';

/** A description by OpenAPI of every route, gathered while they are added; before any of them is. */
export async function describeRoutes(app: FastifyInstance): Promise<void> {
  await app.register(swagger, {
    openapi: {
      openapi: '3.1.0',
      info: {
        title: 'Cuadro',
        version: '1',
        description: 'Cases, their verdicts, the shop and its records. Bodies are checked field by field; a refusal is {code, message, field?}.',
      },
      components: { securitySchemes: { key: { type: 'http', scheme: 'bearer', description: 'A key from the page "You"; only where people sign in.' } } },
    },
    transform({ schema, url, route }) {
      const method = String([route.method].flat()[0]);
      const needs = neededFor(method, route.config ?? {});
      return { url, schema: { ...schema, summary: summaryOf(method, url, route.config?.says), description: NEEDS[needs], tags: [url.split('/')[2]] } };
    },
  });
}

const NEEDS: Readonly<Record<Needed, string>> = {
  nobody: 'For everybody.',
  read: 'For everybody who is signed in.',
  edit: 'For engineers, approvers and administrators.',
  sign: 'For approvers.',
  manage: 'For administrators.',
};
const VERBS: Readonly<Record<string, string>> = { GET: 'Read', HEAD: 'Read', POST: 'Add', PUT: 'Replace', PATCH: 'Change', DELETE: 'Remove' };
const summaryOf = (method: string, url: string, says?: string): string =>
  says
    ? says[0].toUpperCase() + says.slice(1)
    : `${VERBS[method] ?? method} ${url.split('/').filter((p) => p && p !== 'api' && !p.startsWith(':')).join(', ')}`;

const escaped = (text: string): string => text.replace(/[&<>"]/g, (c) => `&#${c.charCodeAt(0)};`);

interface Operation {
  summary?: string;
  description?: string;
  parameters?: { name: string; in: string; schema?: { type?: string; enum?: string[]; pattern?: string } }[];
}

/** The same as a page to read. */
function page(paths: Readonly<Record<string, Readonly<Record<string, Operation>>>>): string {
  const rows = Object.entries(paths).sort(([a], [b]) => a.localeCompare(b)).flatMap(([path, methods]) =>
    Object.entries(methods).map(([method, o]) =>
      `<tr><td><code>${method.toUpperCase()}</code></td><td><code>${escaped(path)}</code></td><td>${escaped(o.summary ?? '')}</td><td>${
        escaped(o.description ?? '')
      }</td><td>${
        (o.parameters ?? []).map((p) => `<code>${escaped(p.name)}</code> (${p.in}${p.schema?.enum ? `: ${escaped(p.schema.enum.join(', '))}` : ''})`).join(
          '<br>',
        )
      }</td></tr>`
    )
  );
  return `<!doctype html><html lang="en"><head><meta charset="utf-8"><title>Interface of Cuadro</title><style>body{font:16px/1.5 sans-serif;margin:2rem;max-width:75rem}table{border-collapse:collapse}td,th{text-align:left;vertical-align:top;padding:.4rem .8rem;border-bottom:1px solid #ccc}</style></head><body><main><h1>Interface of Cuadro</h1><p>Bodies are JSON and checked field by field; a refusal is <code>{"code","message","field"}</code>. For programs: <a href="/api/docs/openapi.json">the same by OpenAPI 3.1</a>. Where people sign in, programs send <code>Authorization: Bearer cuadro_…</code> with a key from the page "You".</p><table><thead><tr><th>Method</th><th>Address</th><th>What it does</th><th>For whom</th><th>Given in the address</th></tr></thead><tbody>${
    rows.join('')
  }</tbody></table></main></body></html>`;
}

/** After all routes: their description, for programs and for readers. */
export function docsRoutes(app: FastifyInstance): void {
  let html: string | undefined;
  app.get('/api/docs', (_request, reply) => reply.type('text/html; charset=utf-8').send(html ??= page(app.swagger().paths as never)));
  app.get('/api/docs/openapi.json', async () => app.swagger());
}
