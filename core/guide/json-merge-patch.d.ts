declare module "json-merge-patch" {
  const jsonMergePatch: { apply(target: unknown, patch: unknown): unknown };
  export default jsonMergePatch;
}
