import type { ErrorObject } from "../base/ajv.ts";

/** The fields of a form that are wrong or missing, in the order its schema asks for them. */
export const wrongFields = <Field extends string>(
  properties: Readonly<Record<Field, unknown>>,
  errors: readonly ErrorObject[],
): readonly Field[] =>
  (Object.keys(properties) as Field[]).filter((field) =>
    errors.some(
      ({ instancePath, params }) =>
        instancePath.split("/")[1] === field ||
        (params as Record<string, unknown>)["missingProperty"] === field,
    ),
  );
