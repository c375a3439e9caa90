// What is wrong with the screen that no rule of axe tells, in words.
const faults = [];
const shown = (element) => element.checkVisibility({ opacityProperty: true, visibilityProperty: true });

const channels = (colour) => {
  const canvas = document.createElement('canvas').getContext('2d');
  canvas.fillStyle = colour;
  canvas.fillRect(0, 0, 1, 1);
  return [...canvas.getImageData(0, 0, 1, 1).data];
};
// WCAG 2.2, relative luminance and contrast ratio.
const luminance = (colour) => {
  const [red, green, blue] = channels(colour).map((channel) => {
    const part = channel / 255;
    return part <= 0.04045 ? part / 12.92 : ((part + 0.055) / 1.055) ** 2.4;
  });
  return 0.2126 * red + 0.7152 * green + 0.0722 * blue;
};
const contrast = (one, other) => {
  const [light, dark] = [luminance(one), luminance(other)].sort((a, b) => b - a);
  return (light + 0.05) / (dark + 0.05);
};
const clear = (colour) => channels(colour)[3] === 0;
const ground = (element) => {
  for (let each = element; each; each = each.parentElement) {
    const colour = getComputedStyle(each).backgroundColor;
    if (!clear(colour)) return colour;
  }
  return 'white';
};
const called = (element) =>
  (element.ariaLabel ?? element.labels?.[0]?.textContent ?? element.textContent ?? '').trim().slice(0, 40) ||
  element.outerHTML.slice(0, 120);

if (document.documentElement.scrollWidth > window.innerWidth) {
  const wide = [...document.querySelectorAll('main *')].find(
    (element) => shown(element) && element.getBoundingClientRect().right > window.innerWidth + 1,
  );
  faults.push(`wider than the window: ${wide?.outerHTML.slice(0, 160) ?? ''}`);
}

// What is written stays within its place.
for (const element of document.querySelectorAll('main :is(h1, h2, h3, p, li, dd, dt, td, label, legend, div, a, button)')) {
  const written = [...element.childNodes].some((node) => node.nodeType === Node.TEXT_NODE && node.textContent.trim());
  if (!written || !shown(element)) continue;
  const style = getComputedStyle(element);
  if (style.overflowX === 'visible' && style.display !== 'inline' && element.scrollWidth > element.clientWidth + 1) {
    faults.push(`wider than its place: “${called(element)}” in ${element.outerHTML.slice(0, 120)}`);
  }
}

for (const field of document.querySelectorAll('input:not([type=checkbox], [type=radio], [type=range], [type=file]), textarea, select')) {
  if (!shown(field) || field.disabled) continue;
  // The frame may be drawn by what stands around the field.
  const framed = parseFloat(getComputedStyle(field).borderTopWidth) > 0 ? field : field.parentElement;
  const style = getComputedStyle(framed);
  if (parseFloat(style.borderTopWidth) === 0) continue;
  const border = contrast(style.borderTopColor, ground(framed.parentElement));
  if (border < 3) faults.push(`the border of “${called(field)}” has ${border.toFixed(2)}:1`);
  if (field.placeholder) {
    const hint = contrast(getComputedStyle(field, '::placeholder').color, ground(field));
    if (hint < 4.5) faults.push(`the placeholder of “${called(field)}” has ${hint.toFixed(2)}:1`);
  }
}

for (const shift of window.shifts ?? []) faults.push(`jumps: ${shift}`);
window.shifts?.splice(0);
return faults;
