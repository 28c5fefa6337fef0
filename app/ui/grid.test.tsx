import { renderToStaticMarkup } from "react-dom/server";
import { MemoryRouter } from "react-router";
import { Grid } from "./grid.tsx";

const rows = Array.from({ length: 40 }, (_, i) => ({ id: i, name: `Part ${i}`, codes: `C-${i}` }));
const columns = [
  { field: "name", headerName: "Part" },
  { field: "codes", headerName: "Codes", cellClassName: "mono" },
];
const drawn = (more: object): string =>
  renderToStaticMarkup(
    <MemoryRouter>
      <Grid name="Parts" rows={rows} columns={columns} empty="No such part." {...more} />
    </MemoryRouter>,
  );

describe("a table before its script is there", () => {
  test("its first rows can be read, each leading where it leads", () => {
    const markup = drawn({ to: ({ id }: { id: number }) => `/parts/${id}` });
    expect(markup).toMatch(/<a [^>]*href="\/parts\/0"/);
    expect(markup.match(/<tr/g)).toHaveLength(26);
    expect(markup).toMatch(/<th>Part<\/th><th>Codes<\/th>/);
    expect(markup).toMatch(/<td class="mono">C-3<\/td>/);
  });
  test("what is hidden stays hidden, and what is drawn is left to the script", () => {
    expect(drawn({ hidden: ["codes"] })).not.toContain("C-3");
    const withSign = [...columns, { field: "sign", headerName: "Sign", renderCell: () => null }];
    expect(drawn({ columns: withSign })).not.toContain("Sign");
  });
  test("nothing to show is said in words", () => {
    expect(drawn({ rows: [] })).toContain("No such part.");
  });
});
