// Notes what jumps on a page that nobody has touched, by the browser's own measure.
window.shifts = [];
new PerformanceObserver((list) => {
  for (const shift of list.getEntries()) {
    if (!shift.hadRecentInput) {
      const nodes = shift.sources.map(({ node }) => (node?.outerHTML ?? node?.textContent ?? '').slice(0, 120));
      window.shifts.push(`${shift.value.toFixed(4)} ${nodes.join(' | ')}`);
    }
  }
}).observe({ type: 'layout-shift', buffered: true });
