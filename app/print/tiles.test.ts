import { SHEET, tilesOf } from "./tiles.ts";

test.each([
  [150, 200, 1],
  [190, 262, 1],
  [358, 240, 2],
  [358, 300, 4],
])("%d × %d mm goes on %d sheets", (width, height, count) => {
  const tiles = tilesOf(width, height);
  expect(tiles).toHaveLength(count);
  const area = tiles.reduce((sum, tile) => sum + tile.width * tile.height, 0);
  expect(area).toBe(width * height);
  for (const tile of tiles) {
    expect(tile.width).toBeLessThanOrEqual(SHEET.width);
    expect(tile.height).toBeLessThanOrEqual(SHEET.height);
  }
});
