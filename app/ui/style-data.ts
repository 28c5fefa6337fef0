/** Where the server's markup has the style of a single element: as data, since the page obeys no style attribute. */
export const STYLE_DATA = "data-style";

/** Puts such styles on, before anything else of the page runs. */
export const STYLES_ON = `for (const one of document.querySelectorAll("[${STYLE_DATA}]")) {
  one.style.cssText = one.getAttribute("${STYLE_DATA}");
  one.removeAttribute("${STYLE_DATA}");
}`;
