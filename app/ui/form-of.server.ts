/** The fields and files of a form that was sent; one that is cut off or broken → 400. */
export async function formOf(request: Request): Promise<FormData> {
  try {
    return await request.formData();
  } catch {
    throw new Response("What was sent came in broken; nothing was written. Send it again.", {
      status: 400,
    });
  }
}
