/** Schemas of what stands in an address, for every route alike. */

/** As the database reads it: forms with a prefix or braces are refused rather than left to it. */
export const ID = { type: 'string', pattern: '^[0-9a-fA-F]{8}(-[0-9a-fA-F]{4}){3}-[0-9a-fA-F]{12}$' } as const;
/** Fits the column. */
export const MOST_REVISIONS = 2_000_000_000;
export const REVISION = { type: 'integer', minimum: 1, maximum: MOST_REVISIONS } as const;

export const params = (properties: Record<string, object>) => ({ schema: { params: { type: 'object', properties } } });
export const ID_PARAMS = params({ id: ID });
