import { useQuery } from '@tanstack/react-query';

/** As much of OpenAPI as the page shows. */
export interface Parameter {
  name: string;
  in: 'path' | 'query' | 'header';
  required?: boolean;
  example?: string | number | boolean;
}

export interface Schema {
  $ref?: string;
  type?: string;
  format?: string;
  enum?: string[];
  items?: Schema;
  properties?: Record<string, Schema>;
  additionalProperties?: Schema | boolean;
  nullable?: boolean;
  description?: string;
}

interface Body {
  content?: Record<string, { schema?: Schema; example?: unknown }>;
}

interface Written {
  summary: string;
  description?: string;
  operationId: string;
  tags: string[];
  parameters?: Parameter[];
  requestBody?: Body;
  responses: Record<string, Body & { $ref?: string; description?: string }>;
}

export interface Description {
  info: { title: string; version: string; description: string };
  tags: { name: string; description: string }[];
  paths: Record<string, Record<string, Written>>;
  components: {
    schemas: Record<string, Schema>;
    responses: Record<string, { description: string }>;
  };
}

/** An operation with where it is. */
export interface Operation extends Written {
  method: string;
  path: string;
}

/** The description that the harbor serves, which other programs read too. */
export function useDescription() {
  return useQuery({
    queryKey: ['api-description'],
    staleTime: Infinity,
    queryFn: async () => {
      const answer = await fetch('/api/openapi.json');
      if (!answer.ok) throw new Error('The description of the API could not be loaded. Try again.');
      return (await answer.json()) as Description;
    },
  });
}

/** All operations, in the order of their groups. */
export function operationsOf(description: Description): Operation[] {
  const groups = description.tags.map((tag) => tag.name);
  return Object.entries(description.paths)
    .flatMap(([path, methods]) =>
      Object.entries(methods).map(([method, written]) => ({
        ...written,
        path,
        method: method.toUpperCase(),
      })),
    )
    .sort((a, b) => groups.indexOf(a.tags[0] ?? '') - groups.indexOf(b.tags[0] ?? ''));
}

/** The JSON that is sent, as the example has it; empty for none. */
export function sampleBody(operation: Operation): string {
  const json = operation.requestBody?.content?.['application/json'];
  return json?.example === undefined ? '' : JSON.stringify(json.example, null, 2);
}

/** The members of what a schema stands for, a line each, those within indented. */
export function membersOf(description: Description, schema: Schema | undefined, depth = 0): string[] {
  const whole = resolved(description, schema);
  if (whole?.items) return membersOf(description, whole.items, depth);
  const inset = '  '.repeat(depth);
  return Object.entries(whole?.properties ?? {}).flatMap(([name, each]) => {
    const inner = resolved(description, each);
    const line = `${inset}${name}: ${typeWords(inner)}${each.nullable === true ? ' or null' : ''}`;
    return depth < 3 ? [line, ...membersOf(description, each, depth + 1)] : [line];
  });
}

function resolved(description: Description, schema: Schema | undefined): Schema | undefined {
  const name = schema?.$ref?.split('/').at(-1);
  return name === undefined ? schema : description.components.schemas[name];
}

function typeWords(schema: Schema | undefined): string {
  if (!schema) return 'anything';
  if (schema.enum) return schema.enum.join(' | ');
  if (schema.type === 'array') return 'list';
  if (schema.format === 'date-time') return 'instant';
  return schema.format ?? schema.type ?? 'object';
}
