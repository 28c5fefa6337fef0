import { hasNul } from "./read-form.server.ts";

/** The fields and files of a form that was sent; one that is cut off or broken → 400. */
export async function formOf(request: Request): Promise<FormData> {
  const form = await request.formData().catch(() => undefined);
  if (form && !hasNul(form)) return form;
  throw new Response("What was sent came in broken; nothing was written. Send it again.", {
    status: 400,
  });
}
