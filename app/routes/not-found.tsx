export function loader() {
  throw new Response("There is no such page. The address may be mistyped.", { status: 404 });
}

/** There is a page, so that what is missing is said in the program's frame. */
export default function NotFound() {
  return null;
}
