import { Box } from '@mui/material';
import { useEffect, useRef, useState } from 'react';
import {
  AmbientLight,
  BufferGeometry,
  Color,
  DirectionalLight,
  EdgesGeometry,
  LineBasicMaterial,
  LineSegments,
  Mesh,
  MeshLambertMaterial,
  PerspectiveCamera,
  Scene,
  Vector3,
  WebGLRenderer,
} from 'three';
import { OrbitControls } from 'three/addons/controls/OrbitControls.js';
import { STLLoader } from 'three/addons/loaders/STLLoader.js';
import type { Schemas } from '../../api/client';
import { lengthWords, useUnit } from '../../parts/unit';
import { texts } from '../../texts';
import { colour } from '../../theme';

/** Lines are drawn where faces meet at more than this (degrees). */
const EDGE = 25;
const STEP = Math.PI / 18;
/** A label stands so far beside its place (pixels). */
const BESIDE = 6;

type Place = Schemas['MeasuringPlace'];
const NONE: Place[] = [];

/**
 * A body to be turned by hand or by the arrow keys.
 *
 * @param stl as it would be printed
 * @param places where a caliper is put on it
 */
export default function View3d({
  stl,
  name,
  places = NONE,
}: {
  stl: ArrayBuffer;
  name: string;
  places?: Place[] | undefined;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const labels = useRef<HTMLDivElement>(null);
  const unit = useUnit();
  const [can] = useState(() => document.createElement('canvas').getContext('webgl2') !== null);
  useEffect(() => {
    const element = canvas.current;
    if (!element) return;
    const renderer = new WebGLRenderer({ canvas: element, antialias: true });
    const geometry: BufferGeometry = new STLLoader().parse(stl);
    geometry.computeBoundingSphere();
    geometry.computeBoundingBox();
    const middle = geometry.boundingBox?.getCenter(new Vector3()) ?? new Vector3();
    geometry.center();
    const radius = geometry.boundingSphere?.radius ?? 10;
    const scene = new Scene();
    scene.background = new Color(colour.mat);
    // Matt: a processor without graphics draws it half as fast again as a material that shines.
    const bone = new MeshLambertMaterial({ color: colour.bone });
    const edges = new EdgesGeometry(geometry, EDGE);
    const ink = new LineBasicMaterial({ color: colour.kraftDark });
    scene.add(new Mesh(geometry, bone), new LineSegments(edges, ink));
    // Between a caliper's jaws, seen through the body.
    const jaws = new BufferGeometry().setFromPoints(
      places.flatMap(({ from, to }) =>
        [from, to].map((spot) => new Vector3(spot.x, spot.y, spot.z).sub(middle)),
      ),
    );
    const laidOver = new LineBasicMaterial({ color: colour.overEdge, depthTest: false });
    const between = new LineSegments(jaws, laidOver);
    between.renderOrder = 1;
    scene.add(between);
    const ends = places.map(({ to }) => new Vector3(to.x, to.y, to.z).sub(middle));
    const lamp = new DirectionalLight(colour.white, 2);
    lamp.position.set(-1, -1.4, 2.2);
    scene.add(lamp, new AmbientLight(colour.white, 1.1));
    const camera = new PerspectiveCamera(35, 1, radius / 20, radius * 30);
    camera.up.set(0, 0, 1);
    let placed = false;
    const controls = new OrbitControls(camera, element);
    controls.enablePan = false;
    controls.minDistance = radius * 1.2;
    controls.maxDistance = radius * 12;
    let frames = 0;
    const show = () => {
      renderer.render(scene, camera);
      ends.forEach((end, i) => {
        const label = labels.current?.children[i];
        if (!(label instanceof HTMLElement)) return;
        const at = end.clone().project(camera);
        const room = element.clientWidth - label.offsetWidth - 2 * BESIDE;
        const x = Math.max(0, Math.min(room, ((at.x + 1) / 2) * element.clientWidth));
        const y = ((1 - at.y) / 2) * element.clientHeight;
        label.style.transform = `translate(${x.toFixed(1)}px, ${y.toFixed(1)}px)`;
      });
      element.dataset['frames'] = String(++frames);
    };
    const fit = () => {
      const { clientWidth, clientHeight } = element;
      if (clientWidth === 0 || clientHeight === 0) return;
      renderer.setPixelRatio(window.devicePixelRatio);
      renderer.setSize(clientWidth, clientHeight, false);
      camera.aspect = clientWidth / clientHeight;
      camera.updateProjectionMatrix();
      if (!placed) {
        // All of it is seen, however narrow the mat.
        const half = Math.atan(Math.tan((Math.PI / 180) * (camera.fov / 2)) * Math.min(1, camera.aspect));
        camera.position.set(0.4, -0.7, 0.6).setLength((1.05 * radius) / Math.sin(half));
        controls.update();
        placed = true;
      }
      show();
    };
    const turn = (event: KeyboardEvent) => {
      const by = { ArrowLeft: [-STEP, 0], ArrowRight: [STEP, 0], ArrowUp: [0, -STEP], ArrowDown: [0, STEP] }[
        event.key
      ];
      if (!by) return;
      event.preventDefault();
      const [round = 0, over = 0] = by;
      const distance = camera.position.length();
      const azimuth = Math.atan2(camera.position.y, camera.position.x) + round;
      const polar = Math.min(Math.PI - 0.05, Math.max(0.05, Math.acos(camera.position.z / distance) + over));
      camera.position.set(
        distance * Math.sin(polar) * Math.cos(azimuth),
        distance * Math.sin(polar) * Math.sin(azimuth),
        distance * Math.cos(polar),
      );
      controls.update();
      show();
    };
    controls.addEventListener('change', show);
    element.addEventListener('keydown', turn);
    const watch = new ResizeObserver(fit);
    watch.observe(element);
    fit();
    return () => {
      watch.disconnect();
      element.removeEventListener('keydown', turn);
      controls.dispose();
      geometry.dispose();
      edges.dispose();
      jaws.dispose();
      laidOver.dispose();
      bone.dispose();
      ink.dispose();
      renderer.dispose();
    };
  }, [stl, places]);
  if (!can) return <Box sx={{ color: colour.bone, p: 2 }}>{texts.make.noView}</Box>;
  return (
    <>
      <canvas
        ref={canvas}
        tabIndex={0}
        role="img"
        aria-label={texts.make.view(name)}
        data-body=""
        style={{ width: '100%', height: '100%', display: 'block', touchAction: 'none', cursor: 'grab' }}
      />
      <Box
        ref={labels}
        component="ul"
        aria-label={texts.make.places}
        sx={{ position: 'absolute', inset: 0, m: 0, p: 0, listStyle: 'none', pointerEvents: 'none' }}
      >
        {places.map((place) => (
          <Box
            component="li"
            key={place.what}
            sx={{
              position: 'absolute',
              left: BESIDE,
              top: -10,
              px: 0.5,
              bgcolor: colour.label,
              color: colour.ink,
              fontSize: 13.5,
              whiteSpace: 'nowrap',
            }}
          >
            {place.what} <strong>{lengthWords(place.mm, unit)}</strong>
          </Box>
        ))}
      </Box>
    </>
  );
}
