/** IFC models as text, for tests: storeys with upright boxes of some class, in any length unit, of either release. */

export interface IfcBox {
  readonly of: 'IFCWALL' | 'IFCSLAB' | 'IFCCOLUMN';
  /** Its middle, width along the way it is turned, depth, height over the storey; in the unit of the file. */
  readonly at: readonly [number, number];
  readonly size: readonly [number, number, number];
  readonly turned?: number;
}

export interface IfcHouse {
  readonly release: 'IFC4' | 'IFC2X3';
  readonly unit: 'mm' | 'm' | 'inch';
  readonly storeys: readonly {
    readonly name: string;
    readonly elevation: number;
    readonly boxes: readonly IfcBox[];
  }[];
}

const real = (value: number) => (Number.isInteger(value) ? `${value}.` : String(value).replace('e', 'E'));

export function ifcText({ release, unit, storeys }: IfcHouse): string {
  const lines: string[] = [];
  const put = (text: string): string => {
    lines.push(`#${lines.length + 1}=${text};`);
    return `#${lines.length}`;
  };
  let names = 0;
  /** Of 22 characters, the first of them 0 to 3. */
  const guid = () => `'0${String((names += 1)).padStart(21, '0')}'`;
  const point = (...at: number[]) => put(`IFCCARTESIANPOINT((${at.map(real).join(',')}))`);
  const up = put('IFCDIRECTION((0.,0.,1.))');
  const place = (at: string, turned = 0) => {
    const way = put(`IFCDIRECTION((${real(Math.cos(turned))},${real(Math.sin(turned))},0.))`);
    return put(`IFCAXIS2PLACEMENT3D(${at},${up},${way})`);
  };
  const zero = place(point(0, 0, 0));
  const context = put(`IFCGEOMETRICREPRESENTATIONCONTEXT($,'Model',3,1.E-5,${zero},$)`);
  const metre = put(`IFCSIUNIT(*,.LENGTHUNIT.,${unit === 'mm' ? '.MILLI.' : '$'},.METRE.)`);
  const inches = () => {
    const exponents = put('IFCDIMENSIONALEXPONENTS(1,0,0,0,0,0,0)');
    const measure = put(`IFCMEASUREWITHUNIT(IFCLENGTHMEASURE(0.0254),${metre})`);
    return put(`IFCCONVERSIONBASEDUNIT(${exponents},.LENGTHUNIT.,'INCH',${measure})`);
  };
  const units = put(`IFCUNITASSIGNMENT((${unit === 'inch' ? inches() : metre}))`);
  const project = put(`IFCPROJECT(${guid()},$,'Made up',$,$,$,$,(${context}),${units})`);
  const placed = put(`IFCLOCALPLACEMENT($,${zero})`);
  const building = put(`IFCBUILDING(${guid()},$,'House',$,$,${placed},$,$,.ELEMENT.,$,$,$)`);
  put(`IFCRELAGGREGATES(${guid()},$,$,$,${project},(${building}))`);
  const floors = storeys.map(({ name, elevation, boxes }) => {
    const own = put(`IFCLOCALPLACEMENT(${placed},${place(point(0, 0, elevation))})`);
    const storey = put(
      `IFCBUILDINGSTOREY(${guid()},$,'${name}',$,$,${own},$,$,.ELEMENT.,${real(elevation)})`
    );
    const things = boxes.map(({ of, at, size: [width, depth, height], turned = 0 }) => {
      const middle = put(`IFCAXIS2PLACEMENT2D(${point(0, 0)},$)`);
      const profile = put(`IFCRECTANGLEPROFILEDEF(.AREA.,$,${middle},${real(width)},${real(depth)})`);
      const solid = put(`IFCEXTRUDEDAREASOLID(${profile},${zero},${up},${real(height)})`);
      const shape = put(`IFCSHAPEREPRESENTATION(${context},'Body','SweptSolid',(${solid}))`);
      const shown = put(`IFCPRODUCTDEFINITIONSHAPE($,$,(${shape}))`);
      const stands = put(`IFCLOCALPLACEMENT(${own},${place(point(...at, 0), turned)})`);
      const last = release === 'IFC4' || of === 'IFCSLAB' ? ',$' : '';
      return put(`${of}(${guid()},$,'thing',$,$,${stands},${shown},$${last})`);
    });
    if (things.length > 0)
      put(`IFCRELCONTAINEDINSPATIALSTRUCTURE(${guid()},$,$,$,(${things.join(',')}),${storey})`);
    return storey;
  });
  if (floors.length > 0) put(`IFCRELAGGREGATES(${guid()},$,$,$,${building},(${floors.join(',')}))`);
  return [
    'ISO-10303-21;',
    'HEADER;',
    "FILE_DESCRIPTION(('ViewDefinition [CoordinationView]'),'2;1');",
    "FILE_NAME('house.ifc','2026-05-03T10:00:00',('R. Hale'),(''),'','','');",
    `FILE_SCHEMA(('${release}'));`,
    'ENDSEC;',
    'DATA;',
    ...lines,
    'ENDSEC;',
    'END-ISO-10303-21;',
    ''
  ].join('\n');
}
