/** Service manuals as a large shop has them, in the product's own table: one line for each limit row. */
export function largeTable(documents: number, rowsEach: number): string {
  const titles = ['rings', 'liners', 'journals', 'bolts', 'valves', 'gears', 'pumps', 'housings'];
  const lines = [
    'document,revision,title,kind,issued,effective,for_models,row,characteristic,groove,member,station,min,max,unit,note',
  ];
  for (let d = 0; d < documents; d++) {
    const front = `LIB-${d},${String.fromCharCode(65 + (d % 5))},Service manual ${d} of ${titles[d % titles.length] ?? ''},manual,2024-01-01,2024-02-01,VA-4-330`;
    for (let r = 0; r < rowsEach; r++) {
      const place = r % 2 === 0 ? 'ringGap,1,ring,top' : 'ringGap,2,ring,skirt';
      lines.push(
        `${front},${r + 1},${place},0.0${10 + (r % 20)},0.0${40 + (r % 20)},in,table ${d} line ${r} as printed`,
      );
    }
  }
  return `${lines.join('\n')}\n`;
}
