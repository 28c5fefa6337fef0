export function loader() {
  throw new Response("There is no such page. The address may be mistyped.", { status: 404 });
}
