// Reads files that make a gear as other programs do and says what they hold: node scripts/readMade.mjs FILE…
// STEP by Open CASCADE, STL and 3MF by three's loaders, DXF by dxf-parser.
import { readFileSync } from 'node:fs';
import { JSDOM } from 'jsdom';
import DxfParser from 'dxf-parser';
import occtimportjs from 'occt-import-js';
import { Box3, Vector3 } from 'three';
import { STLLoader } from 'three/addons/loaders/STLLoader.js';
import { ThreeMFLoader } from 'three/addons/loaders/3MFLoader.js';

const occt = await occtimportjs();
globalThis.DOMParser = new JSDOM('').window.DOMParser;

/** Corners at one place are one: every edge must then belong to two triangles. */
function surface(position, index) {
  const corners = new Map();
  const number = (i) => {
    const key = [0, 1, 2].map((k) => Math.fround(position[3 * i + k])).join(' ');
    return corners.get(key) ?? corners.set(key, corners.size).get(key);
  };
  const count = index ? index.length : position.length / 3;
  const at = (n) => (index ? index[n] : n);
  const edges = new Map();
  let volume = 0;
  for (let t = 0; t < count; t += 3) {
    const [a, b, c] = [at(t), at(t + 1), at(t + 2)].map((i) => new Vector3().fromArray(position, 3 * i));
    volume += a.dot(b.clone().cross(c)) / 6;
    const [i, j, k] = [at(t), at(t + 1), at(t + 2)].map(number);
    for (const [from, to] of [
      [i, j],
      [j, k],
      [k, i],
    ]) {
      const edge = from < to ? `${from} ${to}` : `${to} ${from}`;
      edges.set(edge, (edges.get(edge) ?? 0) + 1);
    }
  }
  const box = new Box3().setFromArray(position);
  return {
    volume,
    triangles: count / 3,
    watertight: [...edges.values()].every((n) => n === 2),
    size: box.getSize(new Vector3()).toArray(),
  };
}

const read = {
  stl: (bytes) => surface(new STLLoader().parse(bytes).attributes.position.array),
  '3mf': (bytes) => {
    const geometry = new ThreeMFLoader().parse(bytes).children[0].children[0].geometry;
    return surface(geometry.attributes.position.array, geometry.index.array);
  },
  step: (bytes) => {
    const result = occt.ReadStepFile(new Uint8Array(bytes), {
      linearUnit: 'millimeter',
      linearDeflectionType: 'absolute_value',
      linearDeflection: 0.006,
      angularDeflection: 0.5,
    });
    if (!result.success || result.meshes.length !== 1) return { success: false };
    const mesh = result.meshes[0];
    return {
      ...surface(mesh.attributes.position.array, mesh.index.array),
      name: mesh.name,
      faces: mesh.brep_faces.length,
    };
  },
  dxf: (bytes) => {
    const dxf = new DxfParser().parseSync(new TextDecoder().decode(bytes));
    return {
      units: dxf.header.$INSUNITS,
      entities: dxf.entities.map((e) => ({
        type: e.type,
        layer: e.layer,
        closed: e.shape,
        radius: e.radius,
        points: e.vertices?.map((v) => [v.x, v.y]),
      })),
    };
  },
};

const found = {};
for (const file of process.argv.slice(2)) {
  const bytes = readFileSync(file);
  const whole = bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.byteLength);
  found[file] = read[file.split('.').at(-1)](whole);
}
process.stdout.write(JSON.stringify(found));
