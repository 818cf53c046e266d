import {
  addPlanes,
  bareCut,
  cutInto,
  effectOfCuts,
  metalNow,
  metalOf,
  planHoles,
  rawPiece,
  subtract,
  toPolar,
  type Cut,
  type KnownCut,
  type Piece,
} from '@tare/core';
import { countCells, randomCuts, TRIED } from '@tare/core/testing';
import { meshMass, pieceMesh } from '@tare/mesh';
import { randomLcg } from 'd3-random';
import { figure, type Figure } from './figures.js';
import { heavyCranks } from './planning.js';

const SEQUENCES = Number(process.env['TARE_METAL_SEQUENCES'] ?? 10_000);
const PLANS = 12;
const MESHES = 60;
const STEEL = { densityGPerCm3: 7.85 };
/** Coarse cells first: where they are off, finer ones are asked before anything is said. */
const CELLS_PER_EDGE = [24, 48, 96];
const SAID_RATIO = 0.003;

const gmm = (piece: Piece, cut: Cut): number => toPolar(metalOf(piece, cut).momentGmm).amount;

/** How far the core is from cells counted one by one, as a share of what each sequence's cuts take by themselves. */
function againstCells(): Figure[] {
  const random = randomLcg(0.73);
  const off: number[] = [];
  let cuts = 0;
  for (let sequence = 0; sequence < SEQUENCES; sequence += 1) {
    const made = randomCuts(random);
    cuts += made.length;
    const raw = rawPiece(STEEL, TRIED);
    const whole = made.reduce((sum, cut) => sum + (cut.kind === 'weld' ? 0 : gmm(raw, cut)), 0);
    let piece = raw;
    const taken = made.map((cut) => {
      const { momentGmm } = metalOf(piece, cut);
      piece = cutInto(piece, cut);
      return momentGmm;
    });
    let worst = 1;
    for (const perEdge of CELLS_PER_EDGE) {
      worst = Math.max(
        ...countCells(TRIED, 7.85, made, { perEdge, random }).map(
          ({ xGmm, yGmm }, i) => Math.hypot(taken[i]!.re - xGmm, taken[i]!.im - yGmm) / whole,
        ),
      );
      if (worst <= SAID_RATIO) break;
    }
    off.push(100 * worst);
  }
  const wrong = off.filter((percent) => percent > 100 * SAID_RATIO).length;
  return [
    figure(`metal of ${SEQUENCES} sequences, ${cuts} cuts, against cells`, '% of the gross moments', off),
    figure('sequences further off than 0.3 %', '', [wrong]),
  ];
}

/** A cut's moment where it meets no other solid, two, six. */
function timeByTouching(): Figure[] {
  const hole = (angleDeg: number, zMm: number): Cut => ({
    kind: 'radial',
    counterweightId: TRIED.id,
    angleDeg,
    zMm,
    bitMm: 12,
    pointAngleDeg: 118,
    depthMm: 18,
  });
  const crossing: readonly Cut[] = [hole(3, 102), hole(-4, 98), hole(5, 96), hole(-3, 103), hole(6, 101), hole(-6, 99)];
  const wanted = hole(0, 100);
  return [0, 2, 6].map((touching) => {
    const piece = crossing.slice(0, touching).reduce((done, cut) => cutInto(done, cut), rawPiece(STEEL, TRIED));
    const times: number[] = [];
    for (let run = 0; run < 60; run += 1) {
      const start = performance.now();
      metalOf(piece, wanted);
      times.push(performance.now() - start);
    }
    // The first ones warm the machine up.
    return figure(`a cut’s moment with ${touching} touching solids`, 'ms', times.slice(20));
  });
}

/** What the planner's search believed its cuts to leave, and what they leave when they are logged one after the other, as a share of what they take. */
function plannerAgainstLog(): Figure {
  const off: number[] = [];
  for (const input of heavyCranks(PLANS)) {
    const first = planHoles(input);
    if (first.kind !== 'solved') continue;
    const old: KnownCut[] = first.holes.map((cut, i) => ({ ...bareCut(cut), depthMm: 0.6 * cut.depthMm, id: `h${i}` }));
    const turned: KnownCut[] = input.crank.counterweights.map((c) => ({
      kind: 'turn',
      id: `t${c.id}`,
      counterweightId: c.id,
      angleDeg: c.arcCentreDeg,
      halfArcDeg: c.arcHalfWidthDeg,
      depthMm: 0.8,
    }));
    for (const existing of [[], old, [...old, ...turned]])
      for (const more of [{}, { faces: true }, { onlyExisting: true }]) {
        const plan = planHoles({ ...input, existing, ...more });
        if (plan.kind !== 'solved') continue;
        const logged = addPlanes(input.unbalance, effectOfCuts(metalNow(input.crank, existing), plan.holes.map(bareCut)));
        const taken = plan.holes.reduce((sum, { metal: { momentGmm } }) => sum + Math.abs(momentGmm), 0);
        off.push(
          (100 * toPolar(subtract(logged.aGmm, plan.searched.aGmm)).amount) / taken,
          (100 * toPolar(subtract(logged.bGmm, plan.searched.bGmm)).amount) / taken,
        );
      }
  }
  return figure('planner’s search against the log', '% of what the cuts take', off);
}

/** How far the mesh of a counterweight that was cut is from the core in volume and first moment, and how long it takes to make. */
async function meshes(): Promise<Figure[]> {
  const random = randomLcg(0.41);
  const [off, times]: [number[], number[]] = [[], []];
  const raw = rawPiece(STEEL, TRIED);
  const all = metalOf(raw, { kind: 'turn', counterweightId: TRIED.id, angleDeg: 0, halfArcDeg: 180, depthMm: 84.999 });
  for (let i = 0; i < MESHES; i += 1) {
    let piece = raw;
    let [massG, re] = [all.massG, all.momentGmm.re];
    for (const cut of randomCuts(random)) {
      const taken = metalOf(piece, cut);
      [massG, re] = [massG - taken.massG, re - taken.momentGmm.re];
      piece = cutInto(piece, cut);
    }
    const start = performance.now();
    const made = meshMass(await pieceMesh(piece));
    times.push(performance.now() - start);
    off.push(100 * Math.max(Math.abs(made.massG / massG - 1), Math.abs(made.xGmm / re - 1)));
  }
  return [figure('mesh of a counterweight against the core', '%', off), figure('mesh of a counterweight', 'ms', times)];
}

/** What a cut takes, exactly: against counted cells, how long it takes, whether plans say the same, and what its mesh weighs. */
export const metal = async (): Promise<Figure[]> => [...timeByTouching(), plannerAgainstLog(), ...(await meshes()), ...againstCells()];
