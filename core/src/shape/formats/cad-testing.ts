const ascii = (text: string): Uint8Array => Uint8Array.from(text, (c) => c.charCodeAt(0));

/** A STEP file (AP214) of a cylinder standing on z = 0, written out by hand; for tests. Millimetres, or inches. */
export function stepCylinder(radius: number, height: number, inch = false): Uint8Array {
  const lines: string[] = [];
  const add = (text: string): string => {
    lines.push(`#${lines.length + 1}=${text};`);
    return `#${lines.length}`;
  };
  const n = (x: number): string => (Number.isInteger(x) ? `${x}.` : String(x));
  const point = (x: number, y: number, z: number): string => add(`CARTESIAN_POINT('',(${n(x)},${n(y)},${n(z)}))`);
  const direction = (x: number, y: number, z: number): string => add(`DIRECTION('',(${n(x)},${n(y)},${n(z)}))`);
  const placement = (z: number, down = false): string =>
    add(`AXIS2_PLACEMENT_3D('',${point(0, 0, z)},${direction(0, 0, down ? -1 : 1)},${direction(1, 0, 0)})`);
  const vertex = (z: number): string => add(`VERTEX_POINT('',${point(radius, 0, z)})`);
  const [low, high] = [vertex(0), vertex(height)];
  const ring = (v: string, z: number): string => add(`EDGE_CURVE('',${v},${v},${add(`CIRCLE('',${placement(z)},${n(radius)})`)},.T.)`);
  const [lowRing, highRing] = [ring(low, 0), ring(high, height)];
  const seam = add(`EDGE_CURVE('',${low},${high},${add(`LINE('',${point(radius, 0, 0)},${add(`VECTOR('',${direction(0, 0, 1)},1.)`)})`)},.T.)`);
  const oriented = (edge: string, same: boolean): string => add(`ORIENTED_EDGE('',*,*,${edge},.${same ? 'T' : 'F'}.)`);
  const face = (edges: string[], surface: string): string =>
    add(`ADVANCED_FACE('',(${add(`FACE_OUTER_BOUND('',${add(`EDGE_LOOP('',(${edges.join()}))`)},.T.)`)}),${surface},.T.)`);
  const side = face(
    [oriented(lowRing, true), oriented(seam, true), oriented(highRing, false), oriented(seam, false)],
    add(`CYLINDRICAL_SURFACE('',${placement(0)},${n(radius)})`),
  );
  const top = face([oriented(highRing, true)], add(`PLANE('',${placement(height)})`));
  const bottom = face([oriented(lowRing, false)], add(`PLANE('',${placement(0, true)})`));
  const solid = add(`MANIFOLD_SOLID_BREP('',${add(`CLOSED_SHELL('',(${[side, top, bottom].join()}))`)})`);
  const millimetre = add('(LENGTH_UNIT()NAMED_UNIT(*)SI_UNIT(.MILLI.,.METRE.))');
  const length = inch
    ? add(
      `(CONVERSION_BASED_UNIT('INCH',${add(`LENGTH_MEASURE_WITH_UNIT(LENGTH_MEASURE(25.4),${millimetre})`)})LENGTH_UNIT()NAMED_UNIT(${
        add('DIMENSIONAL_EXPONENTS(1.,0.,0.,0.,0.,0.,0.)')
      }))`,
    )
    : millimetre;
  const angle = add('(NAMED_UNIT(*)PLANE_ANGLE_UNIT()SI_UNIT($,.RADIAN.))');
  const solidAngle = add('(NAMED_UNIT(*)SI_UNIT($,.STERADIAN.)SOLID_ANGLE_UNIT())');
  const accuracy = add(`UNCERTAINTY_MEASURE_WITH_UNIT(LENGTH_MEASURE(1.E-06),${length},'distance_accuracy_value','')`);
  const context = add(
    `(GEOMETRIC_REPRESENTATION_CONTEXT(3)GLOBAL_UNCERTAINTY_ASSIGNED_CONTEXT((${accuracy}))GLOBAL_UNIT_ASSIGNED_CONTEXT((${length},${angle},${solidAngle}))REPRESENTATION_CONTEXT('',''))`,
  );
  const shape = add(`ADVANCED_BREP_SHAPE_REPRESENTATION('',(${placement(0)},${solid}),${context})`);
  const application = add(`APPLICATION_CONTEXT('automotive_design')`);
  const product = add(`PRODUCT('pin','pin','',(${add(`PRODUCT_CONTEXT('',${application},'mechanical')`)}))`);
  const definition = add(
    `PRODUCT_DEFINITION('design','',${add(`PRODUCT_DEFINITION_FORMATION('','',${product})`)},${
      add(`PRODUCT_DEFINITION_CONTEXT('part definition',${application},'design')`)
    })`,
  );
  add(`SHAPE_DEFINITION_REPRESENTATION(${add(`PRODUCT_DEFINITION_SHAPE('','',${definition})`)},${shape})`);
  return ascii(
    `ISO-10303-21;\nHEADER;\nFILE_DESCRIPTION((''),'2;1');\nFILE_NAME('pin.stp','2026-01-01T00:00:00',(''),(''),'','','');\nFILE_SCHEMA(('AUTOMOTIVE_DESIGN { 1 0 10303 214 1 1 1 1 }'));\nENDSEC;\nDATA;\n${
      lines.join('\n')
    }\nENDSEC;\nEND-ISO-10303-21;\n`,
  );
}

/** An IGES file of a box from the origin: six plane patches (entity 128, degree 1), without topology; for tests. Millimetres. */
export function igesBox(w: number, d: number, h: number): Uint8Array {
  const c = (i: number): string => [i & 1 ? w : 0, i & 2 ? d : 0, i & 4 ? h : 0].map((x) => x.toFixed(1)).join();
  const patches = [[0, 1, 2, 3], [4, 5, 6, 7], [0, 1, 4, 5], [2, 3, 6, 7], [0, 2, 4, 6], [1, 3, 5, 7]];
  const pad = (text: string, section: string, i: number): string => `${text.padEnd(72)}${section}${String(i).padStart(7)}`;
  const field = (x: number | string): string => String(x).padStart(8);
  const directory: string[] = [], parameters: string[] = [];
  patches.forEach((p, i) => {
    const text = [128, 1, 1, 1, 1, 0, 0, 1, 0, 0, '0.,0.,1.,1.', '0.,0.,1.,1.', '1.,1.,1.,1.', p.map(c).join(), '0.,1.,0.,1.'].join() + ';';
    const first = parameters.length + 1;
    const pieces = text.match(/(?:[^,;]+[,;]){1,6}/g)!;
    for (const line of pieces) parameters.push(pad(`${line.padEnd(64)}${String(2 * i + 1).padStart(8)}`, 'P', parameters.length + 1));
    directory.push(
      pad([128, first, 0, 0, 0, 0, 0, 0, '00000000'].map(field).join(''), 'D', 2 * i + 1),
      pad([128, 0, 0, pieces.length, 0, '', '', '', 0].map(field).join(''), 'D', 2 * i + 2),
    );
  });
  const global = [
    '1H,,1H;,3Hbox,7Hbox.igs,4Htest,4Htest,32,38,6,308,15,3Hbox,1.0,2,2HMM,1,0.01,',
    '15H20260101.000000,0.000001,1000.0,4Htest,4Htest,11,0,15H20260101.000000;',
  ];
  const lines = [pad('box', 'S', 1), ...global.map((g, i) => pad(g, 'G', i + 1)), ...directory, ...parameters];
  lines.push(pad(`S      1G${String(global.length).padStart(7)}D${String(directory.length).padStart(7)}P${String(parameters.length).padStart(7)}`, 'T', 1));
  return ascii(`${lines.join('\n')}\n`);
}
