// core/plan/shutterInUse.ts
function shutterOf({
  camera,
  lens,
  shutterIn
}) {
  if (shutterIn === "body" || lens.leafFastestStops === null) return camera;
  return {
    curtain: "leaf",
    syncStops: lens.leafFastestStops,
    fastestShutterStops: lens.leafFastestStops,
    slowestShutterStops: camera.slowestShutterStops,
    highSpeedSync: false
  };
}

// core/kit/kit.ts
import { z as z3 } from "zod";

// core/light/beam.ts
import { z } from "zod";

// core/guard.ts
function positive(value, name2) {
  if (!(value > 0) || value === Infinity)
    throw new RangeError(`${name2} must be a finite number above 0, got ${value}`);
  return value;
}
function notNegative(value, name2) {
  if (!(value >= 0) || value === Infinity)
    throw new RangeError(`${name2} must be a finite number of 0 or more, got ${value}`);
  return value;
}

// core/light/beam.ts
var MOST_VALUES = 4e4;
var MOST_CANDELA = 1e9;
var angles = z.array(z.number().min(-360).max(360)).min(1).max(400);
var distributionSchema = z.discriminatedUnion("kind", [
  z.strictObject({
    kind: z.literal("cos").describe("cos\u207F, one stop down at the edge of the stated beam")
  }),
  z.strictObject({
    kind: z.literal("table"),
    points: z.array(
      z.strictObject({ deg: z.number().min(0).max(180), stops: z.number().min(-20).max(6) })
    ).min(2).max(60)
  }).describe("stops against the axis, by angle off it; nothing beyond the last angle"),
  z.strictObject({
    kind: z.literal("file"),
    name: z.string().min(1).max(120),
    verticalDeg: angles,
    horizontalDeg: angles,
    candela: z.array(z.number().min(0).max(MOST_CANDELA)).min(1).max(MOST_VALUES).describe("horizontal plane by plane, each with all vertical angles")
  }).describe("read from an IES LM-63 file, type C, its nadir is the head\u2019s axis")
]).superRefine((value, context) => {
  if (value.kind === "table" && value.points.some((point, i) => i > 0 && point.deg <= value.points[i - 1].deg))
    context.addIssue({ code: "custom", path: ["points"], message: "the angles must rise" });
  if (value.kind === "file" && value.candela.length !== value.verticalDeg.length * value.horizontalDeg.length)
    context.addIssue({
      code: "custom",
      path: ["candela"],
      message: "must hold one value for each pair of angles"
    });
});
var beamExponent = (beamDeg) => -1 / Math.log2(Math.cos(Math.min(positive(beamDeg, "beamDeg"), 178) * Math.PI / 360));
function between(list, value) {
  let i = 0;
  while (i < list.length - 2 && list[i + 1] <= value) i++;
  const span = (list[i + 1] ?? list[i]) - list[i];
  return [i, span > 0 ? Math.min(1, Math.max(0, (value - list[i]) / span)) : 0];
}
function foldRound(deg, last) {
  const full = (deg % 360 + 360) % 360;
  if (last <= 0) return 0;
  const half = full > 180 ? 360 - full : full;
  if (last <= 90) return half > 90 ? 180 - half : half;
  return last <= 180 ? half : full;
}
var STEPS = 4096;
function tabled(n) {
  const table2 = Float64Array.from(
    { length: STEPS + 2 },
    (_, i) => (Math.min(i, STEPS) / STEPS) ** n
  );
  return (cosine) => {
    if (cosine <= 0) return 0;
    const x2 = (cosine < 1 ? cosine : 1) * STEPS;
    if (x2 < 1) return cosine ** n;
    const i = x2 | 0;
    return table2[i] + (table2[i + 1] - table2[i]) * (x2 - i);
  };
}
function beamShape(distribution, beamDeg) {
  if (distribution.kind === "cos") {
    const n = beamExponent(beamDeg);
    if (Math.abs(n - 1) < 1e-9) return (cosine) => cosine > 0 ? cosine : 0;
    return tabled(n);
  }
  if (distribution.kind === "table") {
    const degrees3 = distribution.points.map((point) => point.deg);
    const values = distribution.points.map((point) => point.stops);
    return (cosine) => {
      const deg = Math.acos(Math.min(1, Math.max(-1, cosine))) * 180 / Math.PI;
      if (deg > degrees3[degrees3.length - 1] + 1e-9) return 0;
      const [i, share3] = between(degrees3, Math.max(deg, degrees3[0]));
      return 2 ** (values[i] + ((values[i + 1] ?? values[i]) - values[i]) * share3);
    };
  }
  const { verticalDeg, horizontalDeg, candela } = distribution;
  const rows = verticalDeg.length;
  const axis = candela[0] > 0 ? candela[0] : Math.max(...candela) || 1;
  const at4 = (column, row) => candela[Math.min(column, horizontalDeg.length - 1) * rows + Math.min(row, rows - 1)];
  return (cosine, round) => {
    const deg = Math.acos(Math.min(1, Math.max(-1, cosine))) * 180 / Math.PI;
    if (deg > verticalDeg[rows - 1] + 1e-9 || deg < verticalDeg[0] - 1e-9) return 0;
    const [row, down] = between(verticalDeg, deg);
    const [column, along] = between(
      horizontalDeg,
      foldRound(round * 180 / Math.PI, horizontalDeg[horizontalDeg.length - 1])
    );
    const first2 = at4(column, row) * (1 - down) + at4(column, row + 1) * down;
    const second = at4(column + 1, row) * (1 - down) + at4(column + 1, row + 1) * down;
    return (first2 * (1 - along) + second * along) / axis;
  };
}
function edgeHalfDeg(shape) {
  const lost = (half) => shape(Math.cos(half * Math.PI / 180), 0) < 0.5;
  let inside = 0;
  let outside = 0.25;
  while (!lost(outside)) {
    inside = outside;
    outside *= 1.1;
    if (outside > 89) return 89;
  }
  for (let i = 0; i < 24; i++) {
    const middle = (inside + outside) / 2;
    if (lost(middle)) outside = middle;
    else inside = middle;
  }
  return inside;
}
var [OFF, ROUND] = [720, 24];
function beamFlux(shape) {
  const rounds = shape.length > 1 ? ROUND : 1;
  let sum2 = 0;
  for (let i = 0; i < OFF; i++) {
    const t = (i + 0.5) / OFF;
    const angle = Math.PI / 2 * t * t;
    const ring = Math.sin(angle) * Math.PI * t * (1 / OFF);
    for (let k = 0; k < rounds; k++)
      sum2 += ring * shape(Math.cos(angle), 2 * Math.PI * (k + 0.5) / rounds) / rounds;
  }
  return 2 * Math.PI * sum2;
}
var lastAngleDeg = (distribution) => distribution.kind === "cos" ? 90 : Math.min(
  90,
  distribution.kind === "table" ? distribution.points[distribution.points.length - 1].deg : distribution.verticalDeg[distribution.verticalDeg.length - 1]
);

// core/light/pulse.ts
var tenthTime = ({ tauS, endS }) => Math.min(endS, tauS * Math.LN10);
var halfTime = ({ tauS, endS }) => Math.min(endS, tauS * Math.LN2);
function shareUntil({ tauS, endS }, seconds2) {
  positive(tauS, "tauS");
  if (seconds2 === Infinity || notNegative(seconds2, "seconds") >= endS) return 1;
  return Math.expm1(-seconds2 / tauS) / (endS === Infinity ? -1 : Math.expm1(-endS / tauS));
}
var UNSEEN = -5e-3;
function cutStops(pulse, seconds2) {
  if (seconds2 >= pulse.endS) return 0;
  if (seconds2 <= 0) return -Infinity;
  const stops7 = Math.log2(shareUntil(pulse, seconds2));
  return stops7 < UNSEEN ? stops7 : 0;
}

// core/light/strobe.ts
var guideStops = (guideNumberM) => 2 * Math.log2(positive(guideNumberM, "guideNumberM"));
var HEAD_CLASSES = ["hot-shoe", "studio", "under-water"];
var SHORTEST_T01_S = {
  "hot-shoe": 1 / 2e4,
  studio: 1 / 1e4,
  "under-water": 1 / 2e4
};
var PULSES = /* @__PURE__ */ new WeakMap();
var MOST_PULSES = 256;
function pulseOf(powerStops, timing) {
  let known3 = PULSES.get(timing);
  if (!known3) PULSES.set(timing, known3 = /* @__PURE__ */ new Map());
  let pulse = known3.get(powerStops);
  if (!pulse) {
    if (known3.size >= MOST_PULSES) known3.clear();
    known3.set(powerStops, pulse = workOutPulse(powerStops, timing));
  }
  return pulse;
}
function workOutPulse(powerStops, timing) {
  const { durations, quench } = timing;
  const fullS = durations.length > 0 ? durationIn(0, durations) : timing.t01FullS;
  const tauS = positive(fullS, "t01FullS") / Math.LN10;
  if (durations.length > 0) {
    const t01 = durationIn(powerStops, durations);
    return quench === "quenched" && t01 < fullS * (1 - 1e-9) ? { tauS, endS: t01 } : { tauS: t01 / Math.LN10, endS: Infinity };
  }
  const share3 = 2 ** powerStops;
  if (quench === "voltage" || share3 >= 1 - 1e-9) return { tauS, endS: Infinity };
  const shortest = timing.shortestT01S ?? SHORTEST_T01_S[timing.headClass];
  return { tauS, endS: Math.max(Math.min(shortest, fullS), -tauS * Math.log1p(-share3)) };
}
var flashDuration = (powerStops, timing) => tenthTime(pulseOf(powerStops, timing));
var flashHalfDuration = (powerStops, timing) => timing.durations.length > 0 ? flashDuration(powerStops, timing) / 3 : halfTime(pulseOf(powerStops, timing));
function durationFactor(powerStops, timing) {
  if (timing.durations.length > 0) return timing.durationsFrom === "typical" ? 2 : 1;
  return powerStops > -1e-9 ? 1 : 2;
}
function durationIn(powerStops, table2) {
  let low = null;
  let high = null;
  for (const point of table2) {
    if (point.powerStops <= powerStops && (!low || point.powerStops > low.powerStops)) low = point;
    if (point.powerStops >= powerStops && (!high || point.powerStops < high.powerStops))
      high = point;
  }
  if (!low || !high || low === high) return (low ?? high).t01;
  const share3 = (powerStops - low.powerStops) / (high.powerStops - low.powerStops);
  return low.t01 * (high.t01 / low.t01) ** share3;
}
var recycleSeconds = (powerStops, supply) => Math.max(supply.leastRecycleS, supply.recycleFullS * 2 ** powerStops);
var MOST_TIMES = 20;
var flashesPerCharge = (powerStops, supply) => Math.floor(
  Math.min(
    supply.mostFlashes ?? supply.flashesFull * MOST_TIMES,
    positive(supply.flashesFull, "flashesFull") * 2 ** -powerStops
  ) + 1e-9
);

// core/scales/dial.ts
import { z as z2 } from "zod";
var dialSchema = z2.discriminatedUnion("kind", [
  z2.strictObject({
    kind: z2.literal("fraction").describe('1/1, 1/2, 1/4 \u2026 with parts of a stop written "+0.3"'),
    step: z2.enum(["third", "tenth", "half", "whole"]),
    lowestStops: z2.number().int().min(-12).max(-1).describe("lowest power, whole stops below full: \u22127 is 1/128")
  }),
  z2.strictObject({
    kind: z2.literal("levels").describe("numbered clicks, the highest is full power"),
    count: z2.number().int().min(2).max(40),
    stopsPerLevel: z2.number().min(0.1).max(2)
  }),
  z2.strictObject({
    kind: z2.literal("percent"),
    lowestPercent: z2.number().min(0.1).max(90),
    stepPercent: z2.number().min(0.1).max(50)
  }),
  z2.strictObject({
    kind: z2.literal("decimal").describe("a scale on which 1.0 is one stop"),
    lowest: z2.number().min(0).max(20),
    full: z2.number().min(1).max(24),
    step: z2.number().min(0.1).max(1)
  })
]).superRefine((dial, context) => {
  if (dial.kind === "decimal" && dial.lowest >= dial.full)
    context.addIssue({
      code: "custom",
      path: ["lowest"],
      message: "the lowest power must stand below full"
    });
});
var PER_STOP = { third: 3, tenth: 10, half: 2, whole: 1 };
var TENTHS = {
  3: ["", " +0.3", " +0.7"],
  2: ["", " +0.5"],
  1: [""]
};
function fractionLabel(index, perStop) {
  const whole = Math.floor(index / perStop);
  const part = index - whole * perStop;
  const name2 = `1/${2 ** -whole}`;
  return name2 + (perStop === 10 ? part ? ` +0.${part}` : "" : TENTHS[perStop]?.[part] ?? "");
}
function buildMarks(dial) {
  const marks = [];
  if (dial.kind === "fraction") {
    const perStop = PER_STOP[dial.step];
    for (let k = dial.lowestStops * perStop; k <= 0; k++)
      marks.push({ stops: k / perStop, label: fractionLabel(k, perStop) });
  } else if (dial.kind === "levels") {
    for (let level = 1; level <= dial.count; level++)
      marks.push({
        stops: (level - dial.count) * dial.stopsPerLevel,
        label: `${level} of ${dial.count}`
      });
  } else if (dial.kind === "percent") {
    const add3 = (percent) => marks.push({ stops: Math.log2(percent / 100), label: `${Number(percent.toFixed(1))} %` });
    add3(dial.lowestPercent);
    const first2 = Math.floor(dial.lowestPercent / dial.stepPercent + 1e-9) + 1;
    for (let k = first2; k * dial.stepPercent < 100 - 1e-9; k++) add3(k * dial.stepPercent);
    add3(100);
  } else {
    const count = Math.floor((dial.full - dial.lowest) / dial.step + 1e-9);
    if (dial.full - count * dial.step > dial.lowest + 1e-6)
      marks.push({
        stops: Number((dial.lowest - dial.full).toFixed(6)),
        label: String(Number(dial.lowest.toFixed(2)))
      });
    for (let k = count; k >= 0; k--) {
      const value = dial.full - k * dial.step;
      marks.push({ stops: Number((-k * dial.step).toFixed(6)), label: value.toFixed(1) });
    }
  }
  return marks;
}
var cache = /* @__PURE__ */ new WeakMap();
function dialMarks(dial) {
  const known3 = cache.get(dial);
  if (known3) return known3;
  const marks = buildMarks(dial);
  cache.set(dial, marks);
  return marks;
}
var dialLowest = (dial) => dialMarks(dial)[0]?.stops ?? 0;
function chooseOnDial(dial, wantedStops) {
  const marks = dialMarks(dial);
  let low = 0;
  let high = marks.length - 1;
  while (high - low > 1) {
    const middle = low + high >> 1;
    if (marks[middle].stops <= wantedStops) low = middle;
    else high = middle;
  }
  const mark = marks[high].stops - wantedStops < wantedStops - marks[low].stops - 1e-9 ? marks[high] : marks[low];
  const beyond2 = wantedStops > 0 ? wantedStops : Math.min(0, wantedStops - marks[0].stops);
  return {
    mark,
    errorStops: mark.stops - wantedStops,
    beyondStops: Math.abs(beyond2) < 1e-9 ? 0 : beyond2
  };
}

// core/scales/marks.ts
var THIRD_F = "1 1.1 1.2 1.4 1.6 1.8 2 2.2 2.5 2.8 3.2 3.5 4 4.5 5 5.6 6.3 7.1 8 9 10 11 13 14 16 18 20 22 25 29 32 36 40 45 51 57 64 72 81 90 102 114 128";
var HALF_F = "1 1.2 1.4 1.7 2 2.4 2.8 3.3 4 4.8 5.6 6.7 8 9.5 11 13 16 19 22 27 32 38 45 54 64 76 90 108 128";
var THIRD_T = "60 50 40 30 25 20 15 13 10 8 6 5 4 3.2 2.5 2 1.6 1.3 1 0.8 0.6 0.5 0.4 0.3 1/4 1/5 1/6 1/8 1/10 1/13 1/15 1/20 1/25 1/30 1/40 1/50 1/60 1/80 1/100 1/125 1/160 1/200 1/250 1/320 1/400 1/500 1/640 1/800 1/1000 1/1250 1/1600 1/2000 1/2500 1/3200 1/4000 1/5000 1/6400 1/8000 1/10000 1/12800 1/16000 1/20000 1/25600 1/32000";
var HALF_T = "60 45 30 20 15 10 8 6 4 3 2 1.5 1 0.7 0.5 0.3 1/4 1/6 1/8 1/10 1/15 1/20 1/30 1/45 1/60 1/90 1/125 1/180 1/250 1/350 1/500 1/750 1/1000 1/1500 1/2000 1/3000 1/4000 1/6000 1/8000 1/12000 1/16000 1/24000 1/32000";
var THIRD_S = "25 32 40 50 64 80 100 125 160 200 250 320 400 500 640 800 1000 1250 1600 2000 2500 3200 4000 5000 6400 8000 10000 12800 16000 20000 25600 32000 40000 51200 64000 80000 102400";
var HALF_S = "25 35 50 70 100 140 200 280 400 560 800 1100 1600 2200 3200 4500 6400 9000 12800 18000 25600 36000 51200 72000 102400";
var series = (text, firstStops, perStop, decorate) => text.split(" ").map((label, k) => ({
  stops: (Math.round(firstStops * perStop) + k) / perStop,
  label: decorate(label)
}));
var fNumber = (label) => `f/${label}`;
var seconds = (label) => label.includes("/") ? label : `${label} s`;
var plain = (label) => label;
var onlyWhole = (marks) => marks.filter((mark) => Number.isInteger(mark.stops));
var MARKS = (() => {
  const aperture = { third: series(THIRD_F, 0, 3, fNumber), half: series(HALF_F, 0, 2, fNumber) };
  const shutter = { third: series(THIRD_T, -6, 3, seconds), half: series(HALF_T, -6, 2, seconds) };
  const iso = { third: series(THIRD_S, -2, 3, plain), half: series(HALF_S, -2, 2, plain) };
  const withWhole = (x2) => ({
    ...x2,
    whole: onlyWhole(x2.third)
  });
  return { aperture: withWhole(aperture), shutter: withWhole(shutter), iso: withWhole(iso) };
})();
var marksOf = (axis, step) => MARKS[axis][step];
function nearestMark(marks, stops7) {
  let best = marks[0];
  if (!best) throw new RangeError("marks must not be empty");
  for (const mark of marks)
    if (Math.abs(mark.stops - stops7) < Math.abs(best.stops - stops7) - 1e-9) best = mark;
  return best;
}
var marksBetween = (marks, from, to) => marks.filter((mark) => mark.stops >= from - 1e-6 && mark.stops <= to + 1e-6);
var FINE = {
  aperture: [...MARKS.aperture.third, ...MARKS.aperture.half],
  shutter: [...MARKS.shutter.third, ...MARKS.shutter.half],
  iso: [...MARKS.iso.third, ...MARKS.iso.half]
};
var secondsAt = (shutterStops) => 2 ** -shutterStops;

// core/scales/meter.ts
var METER_DISPLAYS = ["tenths", "thirds", "halves", "decimals"];

// core/kit/kit.ts
var id = z3.string().min(1).max(64).regex(/^[A-Za-z0-9_-]+$/, "letters, digits, - and _ only");
var name = z3.string().trim().min(1, "a name is needed").max(80);
var notes = z3.string().max(2e3).default("");
var stops = (min, max) => z3.number().min(min).max(max);
var roomTaken = z3.number().min(0).max(600).nullable();
var cameraSchema = z3.strictObject({
  kind: z3.literal("camera"),
  id,
  name,
  notes,
  sensorWidthMm: z3.number().min(1).max(120),
  sensorHeightMm: z3.number().min(1).max(120),
  pixelsWide: z3.number().int().min(100).max(4e4),
  pixelsHigh: z3.number().int().min(100).max(4e4),
  step: z3.enum(["third", "half", "whole"]),
  curtain: z3.enum(["focal-plane", "leaf"]),
  syncStops: stops(0, 14).describe(
    "fastest shutter that still catches a whole flash, \u2212log2 of seconds"
  ),
  fastestShutterStops: stops(3, 16),
  slowestShutterStops: stops(-6, 3),
  lowestIsoStops: stops(-2, 4),
  highestIsoStops: stops(0, 10),
  showsEffective: z3.boolean().describe("the body displays the effective f-number when focused close"),
  highSpeedSync: z3.boolean().describe("has high-speed sync"),
  bodyWidthMm: roomTaken.describe("width of the body; null: guessed from its sensor"),
  bodyHeightMm: roomTaken.describe("its height; null: guessed from its sensor")
}).superRefine((camera, context) => {
  const wrong = (path, message) => context.addIssue({ code: "custom", path: [path], message });
  if (camera.syncStops > camera.fastestShutterStops)
    wrong("syncStops", "sync cannot be faster than the fastest shutter");
  if (camera.lowestIsoStops >= camera.highestIsoStops)
    wrong("lowestIsoStops", "the lowest ISO must stand below the highest");
});
var lensSchema = z3.strictObject({
  kind: z3.literal("lens"),
  id,
  name,
  notes,
  focalMm: z3.number().min(4).max(1200),
  maxMagnification: z3.number().min(0.01).max(20),
  widestStops: stops(-1, 12).describe("2\xB7log2 of the widest f-number"),
  narrowestStops: stops(1, 14).describe("2\xB7log2 of the narrowest f-number"),
  pupilRatio: z3.number().min(0.1).max(10),
  sensorToFrontMm: z3.number().min(10).max(1500).describe("sensor plane to the front of the lens"),
  leafFastestStops: stops(3, 14).nullable().describe("fastest time of a leaf shutter of its own, \u2212log2 s; null: it has none"),
  hoodDeg: z3.number().min(5).max(89).nullable().describe("the hood shades the front past this angle off the axis; null: no hood"),
  frontDiameterMm: roomTaken.describe(
    "outer diameter of the lens at its front; null: guessed from focal length and sensor"
  )
}).superRefine((lens, context) => {
  if (lens.widestStops >= lens.narrowestStops)
    context.addIssue({
      code: "custom",
      path: ["widestStops"],
      message: "the widest f-number must be below the narrowest"
    });
});
var millimetres = z3.number().min(1).max(3e3);
var faceSchema = z3.discriminatedUnion("kind", [
  z3.strictObject({ kind: z3.literal("disc"), diameterMm: millimetres }),
  z3.strictObject({ kind: z3.literal("rectangle"), widthMm: millimetres, heightMm: millimetres }),
  z3.strictObject({ kind: z3.literal("ring"), innerMm: millimetres, outerMm: millimetres }).describe("diameters; the lens looks through the hole")
]).superRefine((face, context) => {
  if (face.kind === "ring" && face.innerMm >= face.outerMm)
    context.addIssue({
      code: "custom",
      path: ["innerMm"],
      message: "the hole must be smaller than the ring"
    });
});
var durationPointSchema = z3.strictObject({
  powerStops: stops(-12, 0),
  t01: z3.number().min(1e-6).max(1)
});
var zoomRowSchema = z3.strictObject({
  settingMm: z3.number().min(1).max(1e3).describe("as the head shows it"),
  beamDeg: z3.number().min(5).max(178),
  guideNumberM: z3.number().min(0.5).max(200)
});
var strobeFigures = z3.strictObject({
  kind: z3.literal("strobe"),
  id,
  name,
  notes,
  guideNumberM: z3.number().min(0.5).max(200).describe("metres, ISO 100, full power, in the stated beam"),
  beamDeg: z3.number().min(5).max(178).describe("full angle at whose edge the light is down one stop"),
  distribution: distributionSchema.default({ kind: "cos" }),
  face: faceSchema,
  guideNumberWaterM: z3.number().min(0.2).max(100).nullable().describe("the same under water; null: not known"),
  dial: dialSchema,
  recycleFullS: z3.number().min(0).max(60),
  leastRecycleS: z3.number().min(0).max(60).describe("shortest time between flashes, however weak"),
  flashesFull: z3.number().int().min(1).max(1e5),
  mostFlashes: z3.number().int().min(1).max(1e7).nullable().describe("most flashes a charge gives, however weak; null: not known, 20 times those at full"),
  headClass: z3.enum(HEAD_CLASSES).describe("what is assumed where nothing of the head is known"),
  quench: z3.enum(["quenched", "voltage"]),
  t01FullS: z3.number().min(1e-6).max(1),
  shortestT01S: z3.number().min(1e-6).max(1).nullable().describe("shortest flash it can do, t0.1; null: not known, that of its class"),
  durations: z3.array(durationPointSchema).max(24).default([]),
  durationsFrom: z3.enum(["typical", "stated", "measured"]).describe("typical: of its class, right to a factor of 2"),
  highSpeedSync: z3.boolean(),
  highSpeedPenaltyStops: stops(0, 4).default(0.5),
  zoom: z3.array(zoomRowSchema).max(16).describe("settings of a head that zooms, rising; empty: it does not")
});
var strobeSchema = strobeFigures.superRefine((strobe2, context) => {
  const wrong = (path, message) => context.addIssue({ code: "custom", path, message });
  strobe2.zoom.forEach((row, i) => {
    if (i > 0 && row.settingMm <= strobe2.zoom[i - 1].settingMm)
      wrong(["zoom", i, "settingMm"], "the settings must rise");
  });
  if (strobe2.zoom.length > 0 && strobe2.distribution.kind !== "cos")
    wrong(["zoom"], "a head that zooms has the smooth beam: a table or file holds for one setting");
});
var modifierSchema = z3.strictObject({
  kind: z3.literal("modifier"),
  id,
  name,
  notes,
  lossStops: stops(0, 8),
  beam: z3.discriminatedUnion("kind", [
    z3.strictObject({ kind: z3.literal("keep").describe("leaves the strobe's beam as it is") }),
    z3.strictObject({
      kind: z3.literal("spread").describe("a soft beam of this angle"),
      beamDeg: z3.number().min(5).max(178)
    }),
    z3.strictObject({
      kind: z3.literal("cut").describe("a grid: no light outside this angle"),
      beamDeg: z3.number().min(1).max(178)
    }),
    z3.strictObject({
      kind: z3.literal("snoot").describe("a tube: no light beyond atan(throat / length) off its axis"),
      throatMm: millimetres,
      lengthMm: millimetres,
      innerReflectance: z3.number().min(0).max(0.95).describe("of its inside; 0: black")
    })
  ]),
  measured: z3.array(z3.strictObject({ deg: z3.number().min(0).max(180), stops: stops(-20, 4) })).max(30).describe(
    "stops by angle off the axis, against the light without it on its axis, from half a metre away or more, in place of loss and geometry; one on the axis alone: its shape by geometry; empty: none"
  ).superRefine(
    (points, context) => points.forEach((point, i) => {
      if (i === 0 ? point.deg !== 0 : point.deg <= points[i - 1].deg)
        context.addIssue({
          code: "custom",
          path: [i, "deg"],
          message: i === 0 ? "the first angle is 0, the axis" : "the angles must rise"
        });
    })
  ),
  face: z3.union([
    z3.strictObject({ kind: z3.literal("keep").describe("keeps the head's face") }),
    faceSchema
  ])
});
var RECEPTORS = ["dome", "flat"];
var meterSchema = z3.strictObject({
  kind: z3.literal("meter"),
  id,
  name,
  notes,
  display: z3.enum(METER_DISPLAYS).describe("how it shows an f-number"),
  isoStops: stops(-3, 11).describe("the ISO it is set to, stops above 100"),
  shutterStops: stops(-2, 14).describe("the time it is set to: ambient within it is in a reading"),
  receptor: z3.enum(RECEPTORS).describe("dome: held at the place, toward the lens; flat: turned to the light")
});
var kitItemSchema = z3.discriminatedUnion("kind", [
  cameraSchema,
  lensSchema,
  strobeSchema,
  modifierSchema,
  meterSchema
]);
var pixelPitchMm = (camera) => camera.sensorWidthMm / camera.pixelsWide;

// core/optics/closeUp.ts
var closeUpLoss = (magnification, pupilRatio = 1) => 2 * Math.log2(1 + notNegative(magnification, "magnification") / positive(pupilRatio, "pupilRatio"));
var sensorToSubject = (focalMm, magnification) => positive(focalMm, "focalMm") * (2 + positive(magnification, "magnification") + 1 / magnification);

// core/optics/attachments.ts
var combinedFocalMm = (focalMm, dioptres) => 1 / (1 / positive(focalMm, "focalMm") + notNegative(dioptres, "dioptres") / 1e3);
function magnificationRange(focalMm, ownMost, { extensionMm, dioptres, teleconverter }) {
  const combined = combinedFocalMm(focalMm, dioptres);
  const at4 = (extension) => positive(teleconverter, "teleconverter") * ((focalMm + extension) / combined - 1);
  return [
    Math.max(0, at4(notNegative(extensionMm, "extensionMm"))),
    at4(extensionMm + focalMm * positive(ownMost, "ownMost"))
  ];
}
var extensionMagnification = (focalMm, magnification, { dioptres, teleconverter }) => Math.max(
  0,
  (1 + magnification / teleconverter) * combinedFocalMm(focalMm, dioptres) / focalMm - 1
);
var attachedCloseUpLoss = (focalMm, magnification, pupilRatio, attached) => closeUpLoss(extensionMagnification(focalMm, magnification, attached), pupilRatio);

// core/optics/depth.ts
var WAVELENGTH_MM = 55e-5;
function coneOf({
  focalMm,
  fNumber: fNumber2,
  magnification,
  pupilRatio = 1,
  dioptres = 0
}) {
  const combined = combinedFocalMm(focalMm, dioptres);
  const behind3 = focalMm * (1 / positive(pupilRatio, "pupilRatio") - 1);
  const taper = 1 - behind3 * dioptres / 1e3;
  return {
    pupilMm: focalMm / positive(fNumber2, "fNumber"),
    distanceMm: combined * (1 + 1 / positive(magnification, "magnification")) * taper + behind3,
    taper
  };
}
function pupilDistanceMm(lens) {
  const { distanceMm, taper } = coneOf({ ...lens, fNumber: 1 });
  return taper > 1e-3 ? distanceMm / taper : Infinity;
}
function depthLimits(lens, circleMm) {
  const { pupilMm, distanceMm, taper } = coneOf(lens);
  const k = positive(circleMm, "circleMm") / lens.magnification;
  const at4 = (width) => width > 0 ? distanceMm * k / width : Infinity;
  const nearMm = at4(pupilMm + k * taper);
  const farMm = at4(pupilMm - k * taper);
  return { nearMm, farMm, totalMm: nearMm + farMm };
}
var airyDisc = (effectiveF) => 2.44 * WAVELENGTH_MM * positive(effectiveF, "effectiveF");
function defocusAtEnds(lens, depthMm) {
  const { pupilMm, distanceMm, taper } = coneOf(lens);
  const half = depthMm / 2;
  const left = distanceMm - half * Math.abs(taper);
  return left > 0 ? lens.magnification * pupilMm * half / left : Infinity;
}
var EYE_RAD = Math.PI / 180 / 60;
var printCircleMm = (printWidthMm, viewingMm, frameWidthMm) => positive(viewingMm, "viewingMm") * Math.tan(EYE_RAD) * positive(frameWidthMm, "frameWidthMm") / positive(printWidthMm, "printWidthMm");

// core/plan/lensInUse.ts
var closeUpLossOf = ({ lens, focus }, magnification = focus.magnification) => attachedCloseUpLoss(lens.focalMm, magnification, lens.pupilRatio, focus);
var hiddenCloseUpLoss = (plan) => plan.camera.showsEffective ? 0 : closeUpLossOf(plan);
var markedFNumber = (plan) => 2 ** ((plan.settings.apertureStops - (plan.camera.showsEffective ? closeUpLossOf(plan) : 0)) / 2);
var effectiveFNumberOf = (plan) => markedFNumber(plan) * 2 ** (closeUpLossOf(plan) / 2);
function apertureRange(plan) {
  const shown = 2 * Math.log2(plan.focus.teleconverter) + (plan.camera.showsEffective ? closeUpLossOf(plan) : 0);
  return [plan.lens.widestStops + shown, plan.lens.narrowestStops + shown];
}
var magnificationsOf = ({ lens, focus }) => magnificationRange(lens.focalMm, lens.maxMagnification, focus);
var sensorInUse = ({
  camera,
  focus
}) => ({
  width: camera.sensorWidthMm / focus.crop,
  height: camera.sensorHeightMm / focus.crop
});
function blurCircleMm(plan) {
  const { blur } = plan.focus;
  if (blur.kind === "pixels") return blur.pixels * pixelPitchMm(plan.camera);
  return blur.kind === "circle" ? blur.mm : printCircleMm(blur.printWidthMm, blur.viewingMm, sensorInUse(plan).width);
}
var frontLens = ({ lens, focus }, fNumber2) => ({
  focalMm: lens.focalMm,
  fNumber: fNumber2 / focus.teleconverter,
  magnification: focus.magnification / focus.teleconverter,
  pupilRatio: lens.pupilRatio,
  dioptres: focus.dioptres
});
var FARTHEST_MM = 1e6;
function focusedMagnification(plan) {
  const most = magnificationsOf(plan)[1] / plan.focus.teleconverter;
  return Math.min(plan.focus.magnification / plan.focus.teleconverter, Math.max(most, 1e-3));
}
function standOf(plan) {
  const magnification = focusedMagnification(plan);
  return {
    sensorMm: sensorToSubject(
      combinedFocalMm(plan.lens.focalMm, plan.focus.dioptres),
      magnification
    ),
    pupilMm: Math.min(FARTHEST_MM, pupilDistanceMm({ ...frontLens(plan, 1), magnification }))
  };
}
var airyDiscOf = (plan) => airyDisc(effectiveFNumberOf(plan));
function depthOf(plan) {
  const left = blurCircleMm(plan) ** 2 - airyDiscOf(plan) ** 2;
  if (!(left > 0)) return { nearMm: 0, farMm: 0, totalMm: 0 };
  return depthLimits(
    frontLens(plan, markedFNumber(plan)),
    Math.sqrt(left) / plan.focus.teleconverter
  );
}
var shownHeightMm = (plan) => Math.min(plan.subject.heightMm, sensorInUse(plan).height / plan.focus.magnification);
var leanRad = (plan) => plan.focus.tiltDeg * Math.PI / 180;
var neededDepthMm = (plan) => plan.subject.sharpDepthMm * Math.cos(leanRad(plan)) + shownHeightMm(plan) * Math.sin(leanRad(plan));
function endBlur(plan, depthMm, fNumber2 = markedFNumber(plan)) {
  const defocusMm = depthMm > 0 ? plan.focus.teleconverter * defocusAtEnds(frontLens(plan, fNumber2), depthMm) : 0;
  const airyMm = airyDisc(fNumber2 * 2 ** (closeUpLossOf(plan) / 2));
  return { defocusMm, airyMm, bothMm: Math.hypot(defocusMm, airyMm) };
}

// core/light/tube.ts
var sharedByDiscs = (x2) => x2 >= 1 ? 0 : 2 / Math.PI * (Math.acos(x2) - x2 * Math.sqrt(1 - x2 * x2));
var tubeHalfDeg = (diameterMm, depthMm) => Math.atan(diameterMm / depthMm) * 180 / Math.PI;
var RINGS = 16;
function wallGlow(radiusMm, lengthMm5, reflectance2) {
  const height = lengthMm5 / RINGS;
  const across2 = Array.from({ length: RINGS + 1 }, (_, k) => {
    const x2 = 2 + (k * height / radiusMm) ** 2;
    return (x2 - Math.sqrt(x2 * x2 - 4)) / 2;
  });
  const area = radiusMm / (2 * height);
  const toDisc = (rings) => area * (across2[rings] - across2[rings + 1]);
  const toRing = (rings) => rings === 0 ? 1 - 2 * toDisc(0) : toDisc(rings - 1) - toDisc(rings);
  const first2 = Array.from({ length: RINGS }, (_, i) => across2[i] - across2[i + 1]);
  const wall = 1 - across2[RINGS];
  let sent = first2.map(() => 0);
  for (let turn = 0; turn < 200; turn++)
    sent = first2.map(
      (own, i) => reflectance2 * (own + sent.reduce((sum2, each, k) => sum2 + each * toRing(Math.abs(i - k)), 0))
    );
  return sent.reduce((sum2, each, i) => sum2 + each * toDisc(RINGS - 1 - i), 0) / wall;
}

// core/plan/zoom.ts
function zoomOf({ strobe: strobe2, zoomMm }) {
  const rows = strobe2.zoom;
  if (zoomMm === null || rows.length === 0) return strobe2;
  const after = rows.findIndex((row) => row.settingMm >= zoomMm);
  if (after <= 0) return rows[after === 0 ? 0 : rows.length - 1];
  const [low, high] = [rows[after - 1], rows[after]];
  const share3 = Math.log(zoomMm / low.settingMm) / Math.log(high.settingMm / low.settingMm);
  const straight = (a, b) => a * (b / a) ** share3;
  return {
    beamDeg: straight(low.beamDeg, high.beamDeg),
    guideNumberM: straight(low.guideNumberM, high.guideNumberM)
  };
}

// core/set/faces.ts
var faceSizeMm = (face) => face.kind === "disc" ? face.diameterMm : face.kind === "ring" ? face.outerMm : Math.max(face.widthMm, face.heightMm);
var faceRadiusMm = (face) => face.kind === "rectangle" ? Math.hypot(face.widthMm, face.heightMm) / 2 : faceSizeMm(face) / 2;
var faceAreaMm2 = (face) => face.kind === "rectangle" ? face.widthMm * face.heightMm : Math.PI / 4 * (face.kind === "disc" ? face.diameterMm ** 2 : face.outerMm ** 2 - face.innerMm ** 2);
var gaussNodes = (n) => Array.from({ length: n }, (_, i) => {
  let x2 = Math.cos(Math.PI * (i + 0.75) / (n + 0.5));
  let slope = 1;
  for (let turn = 0; turn < 40; turn++) {
    let p0 = 1;
    let p1 = x2;
    for (let k = 2; k <= n; k++) [p0, p1] = [p1, ((2 * k - 1) * x2 * p1 - (k - 1) * p0) / k];
    slope = n === 1 ? 1 : n * (x2 * p1 - p0) / (x2 * x2 - 1);
    const step = p1 / slope;
    x2 -= step;
    if (Math.abs(step) < 1e-15) break;
  }
  return [x2, 1 / ((1 - x2 * x2) * slope * slope)];
});
var RULES = [1, 2, 4, 8, 16].map(gaussNodes);
function facePoints(face, level) {
  const rule = RULES[level];
  const points = [];
  if (face.kind === "rectangle") {
    for (const [u, wu] of rule)
      for (const [v, wv] of rule)
        points.push(u * face.widthMm / 2, v * face.heightMm / 2, wu * wv);
    return Float64Array.from(points);
  }
  const outer = (face.kind === "disc" ? face.diameterMm : face.outerMm) / 2;
  const inner = face.kind === "ring" ? face.innerMm / 2 : 0;
  if (face.kind === "disc" && level === 0) return Float64Array.of(0, 0, 1);
  const round = 2 * rule.length + 2;
  rule.forEach(([u, w], ringIndex) => {
    const r = Math.sqrt(inner ** 2 + (u + 1) / 2 * (outer ** 2 - inner ** 2));
    for (let k = 0; k < round; k++) {
      const angle = 2 * Math.PI * (k + (ringIndex % 2 ? 0.5 : 0.25)) / round;
      points.push(r * Math.cos(angle), r * Math.sin(angle), w / round);
    }
  });
  return Float64Array.from(points);
}

// core/set/modified.ts
var cutAngleDeg = (beam) => beam.kind === "cut" ? beam.beamDeg : beam.kind === "snoot" ? 2 * tubeHalfDeg(beam.throatMm, beam.lengthMm) : null;
var times = (shape, by) => shape.length > 1 ? (cosine, round) => {
  const share3 = by(cosine);
  return share3 > 0 ? share3 * shape(cosine, round) : 0;
} : (cosine) => {
  const share3 = by(cosine);
  return share3 > 0 ? share3 * shape(cosine, 0) : 0;
};
var tanOf = (cosine) => cosine > 0 ? Math.sqrt(Math.max(0, 1 - cosine * cosine)) / cosine : Infinity;
var STEPS2 = 512;
function byTangent(limit, share3) {
  const table2 = Float64Array.from(
    { length: STEPS2 + 2 },
    (_, i) => i < STEPS2 ? share3(limit * i / STEPS2) : 0
  );
  return (cosine) => {
    const x2 = tanOf(cosine) / limit * STEPS2;
    if (!(x2 < STEPS2)) return 0;
    const i = x2 | 0;
    return table2[i] + (table2[i + 1] - table2[i]) * (x2 - i);
  };
}
function throughCells(fullDeg) {
  const cut2 = Math.tan(fullDeg * Math.PI / 360);
  return byTangent(cut2, (tangent) => sharedByDiscs(tangent / cut2));
}
var reachOf = (face, { radiusMm, lengthMm: lengthMm5 }) => (Math.min(radiusMm, faceRadiusMm(face)) + radiusMm) / lengthMm5;
function throughTube(face, tube) {
  const { radiusMm, lengthMm: lengthMm5 } = tube;
  const reach = reachOf(face, tube);
  if (face.kind === "disc" && face.diameterMm === 2 * radiusMm)
    return byTangent(reach, (tangent) => sharedByDiscs(tangent / reach));
  const points = facePoints(face, 4);
  const ways = [0, 1, 2, 3, 4, 5, 6, 7].map(
    (k) => [Math.cos(k * Math.PI / 4), Math.sin(k * Math.PI / 4)]
  );
  return byTangent(reach, (tangent) => {
    const off = lengthMm5 * tangent;
    let sum2 = 0;
    for (const [c, s] of ways)
      for (let i = 0; i < points.length; i += 3)
        if (Math.hypot(points[i] + off * c, points[i + 1] + off * s) <= radiusMm)
          sum2 += points[i + 2];
    return sum2 / ways.length;
  });
}
var fluxOfPart = ({ shape, share: share3, face, tube }) => share3 * beamFlux(tube ? times(shape, throughTube(face, tube)) : shape);
var flux = (parts) => parts.reduce((sum2, part) => sum2 + fluxOfPart(part), 0);
var ownFace = ({ face }, before) => face.kind === "keep" ? before : face;
var lambertian = (cosine) => cosine > 0 ? cosine : 0;
function intoTube({ parts, front }, radiusMm, lengthMm5, reflectance2) {
  const main = parts[0];
  const mouth = { kind: "disc", diameterMm: 2 * radiusMm };
  const fits = front.kind !== "ring" && faceRadiusMm(front) <= radiusMm;
  const tube = { radiusMm, lengthMm: lengthMm5 };
  const shape = main.tube ? times(main.shape, throughTube(main.face, main.tube)) : main.shape;
  const inside = { ...main, shape, face: fits ? front : mouth, tube: null };
  const passing = { ...inside, tube };
  const wall = reflectance2 > 0 ? Math.max(0, fluxOfPart(inside) - fluxOfPart(passing)) : 0;
  const glow = wall * wallGlow(radiusMm, lengthMm5, reflectance2) / Math.PI;
  const reach = reachOf(inside.face, tube);
  const lastDeg = Math.min(main.lastDeg, Math.atan(reach) * 180 / Math.PI);
  return {
    front: mouth,
    parts: [
      { ...passing, lastDeg },
      ...glow > 0 ? [{ face: mouth, tube: null, shape: lambertian, share: glow, lastDeg: 90 }] : []
    ]
  };
}
function byGeometry(before, modifier) {
  const { beam, lossStops } = modifier;
  const front = ownFace(modifier, before.front);
  switch (beam.kind) {
    case "keep": {
      if (front === before.front) return { ...before, stops: -lossStops };
      const [main, ...rest] = before.parts;
      const shape = main.tube ? times(main.shape, throughTube(main.face, main.tube)) : main.shape;
      return {
        parts: [{ ...main, shape, face: front, tube: null }, ...rest],
        front,
        stops: -lossStops
      };
    }
    case "cut": {
      const by = throughCells(beam.beamDeg);
      const parts = before.parts.map((part) => ({
        ...part,
        face: part.tube || front === before.front ? part.face : front,
        shape: times(part.shape, by),
        lastDeg: Math.min(part.lastDeg, beam.beamDeg / 2)
      }));
      return { parts, front, stops: -lossStops };
    }
    case "snoot":
      return {
        ...intoTube(before, beam.throatMm / 2, beam.lengthMm, beam.innerReflectance),
        stops: -lossStops
      };
    case "spread": {
      const shape = beamShape({ kind: "cos" }, beam.beamDeg);
      const spread = Math.min(0, Math.log2(flux(before.parts) / beamFlux(shape)));
      return {
        parts: [{ face: front, tube: null, shape, share: 1, lastDeg: 90 }],
        front,
        stops: spread - lossStops
      };
    }
  }
}
function through(before, modifier) {
  const { measured } = modifier;
  const made = byGeometry(before, modifier);
  if (measured.length === 0) return { ...made, held: false };
  const stops7 = measured[0].stops;
  const parts = measured.length === 1 ? made.parts : [
    {
      face: made.front,
      tube: null,
      share: 1,
      lastDeg: Math.min(90, measured[measured.length - 1].deg),
      shape: beamShape(
        {
          kind: "table",
          points: measured.map((point) => ({ ...point, stops: point.stops - stops7 }))
        },
        120
      )
    }
  ];
  const most = Math.log2(flux(before.parts) / flux(parts));
  return { parts, front: made.front, stops: Math.min(stops7, most), held: stops7 > most + 5e-3 };
}
function work({ strobe: strobe2, modifiers: modifiers2, zoomMm }) {
  const { beamDeg } = zoomOf({ strobe: strobe2, zoomMm });
  let now = {
    front: strobe2.face,
    parts: [
      {
        face: strobe2.face,
        tube: null,
        shape: beamShape(strobe2.distribution, beamDeg),
        share: 1,
        lastDeg: lastAngleDeg(strobe2.distribution)
      }
    ]
  };
  const stops7 = [];
  let held = false;
  let cuts = [];
  let edgeDeg = strobe2.distribution.kind === "cos" ? beamDeg : 2 * edgeHalfDeg(now.parts[0].shape);
  for (const modifier of modifiers2) {
    const after = through(now, modifier);
    now = { parts: after.parts, front: after.front };
    stops7.push(after.stops);
    held ||= after.held;
    const cut2 = cutAngleDeg(modifier.beam);
    if (cut2 !== null && modifier.measured.length < 2) cuts.push(cut2);
    else if (modifier.beam.kind === "spread" || modifier.measured.length > 1) {
      edgeDeg = 2 * edgeHalfDeg(now.parts[0].shape);
      cuts = [];
    }
  }
  return {
    ...now,
    stops: stops7,
    totalStops: stops7.reduce((sum2, each) => sum2 + each, 0),
    held,
    beamDeg: Math.min(edgeDeg, ...cuts)
  };
}
var known = /* @__PURE__ */ new WeakMap();
var MOST_HEADS = 8;
function modifiedBy(worn) {
  const list = known.get(worn.modifiers) ?? [];
  for (const each of list)
    if (each.strobe === worn.strobe && each.zoomMm === worn.zoomMm) return each.modified;
  const { strobe: strobe2, zoomMm } = worn;
  const modified = work(worn);
  known.set(worn.modifiers, [{ strobe: strobe2, zoomMm, modified }, ...list].slice(0, MOST_HEADS));
  return modified;
}

// core/plan/plan.ts
import { z as z11 } from "zod";

// core/plan/ambient.ts
import { z as z4 } from "zod";
var stops2 = (min, max) => z4.number().min(min).max(max);
var LOOKS = ["black-still", "black-soft", "daylight-fill", "plume"];
var lookSchema = z4.enum(LOOKS);
var readingSchema = z4.strictObject({
  value: z4.discriminatedUnion("kind", [
    z4.strictObject({
      kind: z4.literal("camera"),
      apertureStops: stops2(-2, 14),
      shutterStops: stops2(-6, 16),
      isoStops: stops2(-3, 11),
      scaleStops: stops2(-5, 5).describe(
        "what its exposure scale showed at these settings; 0: right"
      )
    }).describe("settings, and what a camera or meter said of them"),
    z4.strictObject({ kind: z4.literal("ev"), ev: stops2(-20, 25).describe("EV at ISO 100") }),
    z4.strictObject({ kind: z4.literal("lux"), lux: z4.number().min(1e-4).max(3e5) })
  ]),
  limit: z4.enum(["exact", "at-least", "at-most"]).default("exact").describe("at-most: nothing showed; at-least: it was clipped"),
  via: z4.enum(["lens", "reflected", "incident"]).describe("through the lens; hand-held at the surface; hand-held dome"),
  atMagnification: z4.number().min(1e-3).max(20).describe("magnification when read through the lens"),
  takenAt: z4.iso.datetime().nullable().describe("when it was read; null when nobody noted it"),
  look: lookSchema.nullable().describe("the look it was read for"),
  frameId: z4.string().min(1).max(64).optional().describe("the frame it was read from; left out when it was typed")
}).superRefine((reading, context) => {
  if (reading.value.kind === "lux" && reading.via !== "incident")
    context.addIssue({
      code: "custom",
      path: ["via"],
      message: "lux is light falling on a place: it is an incident reading"
    });
});
var ambientSchema = z4.strictObject({
  subject: readingSchema.nullable(),
  background: readingSchema.nullable(),
  shadeStops: stops2(0, 10).describe("taken away since it was read: curtains, lamps off, a hood"),
  recheckMinutes: z4.number().min(1).max(1440).nullable().describe("after this a reading is old; null: never")
});

// core/plan/goals.ts
import { z as z6 } from "zod";

// core/plan/light.ts
import { z as z5 } from "zod";
var stops3 = (min, max) => z5.number().min(min).max(max);
var lengthMm = (min, max) => z5.number().min(min).max(max);
var placeSchema = z5.string().regex(
  /^(subject|shadow|top|front|background|backgroundLeft|backgroundRight|foreground|lens|P[1-8])$/,
  "no such place"
);
var BACKGROUND_PLACES = ["background", "backgroundLeft", "backgroundRight"];
var LIGHT_IDS = ["A", "B", "C", "D", "E", "F", "G", "H"];
var lightIdSchema = z5.enum(LIGHT_IDS);
var GROUP_LETTERS = ["A", "B", "C", "D", "E", "F"];
var degrees = (most) => z5.number().min(-most).max(most);
var positionSchema = z5.strictObject({
  distanceMm: lengthMm(5, 2e4),
  azimuthDeg: degrees(180),
  elevationDeg: degrees(90)
});
var aimSchema = z5.discriminatedUnion("kind", [
  z5.strictObject({ kind: z5.literal("place"), place: z5.union([z5.literal("focus"), placeSchema]) }),
  z5.strictObject({ kind: z5.literal("free"), azimuthDeg: degrees(180), elevationDeg: degrees(90) }).describe("the direction it faces")
]);
var ROLES = ["key", "fill", "rim", "background", "other"];
var zoomSchema = z5.number().min(1).max(1e3).nullable().describe("setting of a head that zooms; null: as its own beam and guide number say");
var lightSchema = z5.strictObject({
  id: lightIdSchema,
  name: z5.string().trim().min(1, "a name is needed").max(40),
  role: z5.enum(ROLES),
  serves: placeSchema.nullable().describe("the place whose level its power sets; null: that of its role"),
  on: z5.boolean(),
  group: z5.string().regex(new RegExp(`^[${GROUP_LETTERS.join("")}]$`), "a letter from A to F").nullable(),
  strobe: strobeSchema,
  modifiers: z5.array(modifierSchema).max(4).describe("in the order light passes them"),
  powerStops: stops3(-14, 0).describe("stops below full"),
  zoomMm: zoomSchema,
  units: z5.number().int().min(1).max(8).describe("heads of this kind that fire as one"),
  mount: z5.enum(["stand", "lens"]).describe("lens: sits round the lens front and looks where the lens looks"),
  at: positionSchema,
  aim: aimSchema,
  rollDeg: degrees(180).describe("rotation of an oblong face about its own axis"),
  reach: z5.strictObject({
    nearMm: lengthMm(5, 2e4),
    farMm: lengthMm(5, 2e4),
    swingDeg: z5.number().min(0).max(90).describe("how far it may go round or above the subject, or turn its head off it")
  }).refine((reach) => reach.nearMm <= reach.farMm, {
    path: ["nearMm"],
    message: "near must not lie beyond far"
  }).nullable().describe("where it may go when ways are looked for; null: it stays")
});
var cardSchema = z5.strictObject({
  id: z5.string().regex(/^K[1-8]$/, "K1 to K8"),
  kind: z5.enum(["card", "flag"]).describe("a card throws light back, a flag only stops it"),
  on: z5.boolean(),
  widthMm: lengthMm(5, 3e3),
  heightMm: lengthMm(5, 3e3),
  reflectance: z5.number().min(5e-3).max(1),
  at: positionSchema,
  aim: aimSchema
});
var ownPlaceSchema = z5.strictObject({
  id: z5.string().regex(/^P[1-8]$/, "P1 to P8"),
  name: z5.string().trim().min(1, "a name is needed").max(40),
  xMm: degrees(2e4),
  yMm: degrees(2e4),
  zMm: degrees(2e4),
  faces: z5.enum(["lens", "up", "left", "right"]).describe("which way the surface there faces"),
  reflectance: z5.number().min(5e-3).max(1),
  finish: z5.enum(["matt", "gloss", "metal", "clear"]).describe("of a zone of the subject with a surface of its own")
});

// core/plan/goals.ts
var stops4 = (min, max) => z6.number().min(min).max(max);
var GOAL_IDS = [
  "subject",
  "background",
  "depth",
  "edge",
  "blur",
  "ghost",
  "keyFill",
  "highlight",
  "recycle",
  "flashes",
  "iso"
];
var goalIdSchema = z6.string().regex(new RegExp(`^(${GOAL_IDS.join("|")}|at:[A-Za-z][A-Za-z0-9]{0,15})$`), "no such goal");
var goalsSchema = z6.strictObject({
  backgroundStops: stops4(-12, 3).describe("background at most this level"),
  backgroundLeastStops: stops4(-14, 2.9).nullable().describe(
    "and at least this one, where surroundings are wanted; null: the darker the better"
  ),
  subjectStops: stops4(-4, 3),
  toleranceStops: stops4(0.05, 2),
  blurPx: z6.number().min(0.1).max(1e3),
  places: z6.array(
    z6.strictObject({
      place: placeSchema,
      kind: z6.enum(["about", "at-most"]),
      stops: stops4(-14, 6),
      toleranceStops: stops4(0.05, 3)
    })
  ).max(16).describe("goals at other places"),
  keyFill: z6.strictObject({
    stops: stops4(-8, 12),
    toleranceStops: stops4(0.05, 3),
    over: placeSchema.describe("where the key is taken"),
    under: placeSchema.describe("where the fill is")
  }).nullable().describe("key over fill; null: not asked"),
  highlight8Bit: z6.number().min(120).max(255).nullable().describe("brightest place of the subject and its zones at most, of 255; null: not asked"),
  edgeBlurPx: z6.number().min(0.5).max(1e3).nullable().describe("blur at the ends of the depth, defocus and diffraction together; null: not asked"),
  ghostPx: z6.number().min(0.1).max(1e4).nullable().describe("smear of the moving part by ambient; null: as blurPx"),
  recycleS: z6.number().min(0.05).max(120).nullable(),
  flashes: z6.number().int().min(1).max(1e6).nullable().describe("flashes a charge must give at least"),
  isoStops: stops4(-2, 10).nullable().describe("ISO ceiling"),
  wished: z6.array(goalIdSchema).max(40).describe("goals that may yield; all others are hard")
}).superRefine(({ backgroundStops: most, backgroundLeastStops: least }, context) => {
  if (least !== null && least >= most)
    context.addIssue({
      code: "custom",
      path: ["backgroundLeastStops"],
      message: "must lie below what the background may have at most"
    });
});

// core/plan/background.ts
import { z as z8 } from "zod";

// core/plan/body.ts
import { z as z7 } from "zod";

// core/model/mesh.ts
function newMesh() {
  const points = [];
  const corners2 = [];
  const paints = [];
  const parts = [];
  const count = () => points.length / 3;
  const smooth3 = ({ rows, columns, round, at: at4, paint = 0, byRows = false }) => {
    const start = count();
    for (let i = 0; i < rows; i++) for (let k = 0; k < columns; k++) points.push(...at4(i, k));
    for (let i = 1; i < rows; i++)
      for (let k = round ? 0 : 1; k < columns; k++) {
        const before = k === 0 ? columns - 1 : k - 1;
        const a = start + (i - 1) * columns + before;
        const b = start + (i - 1) * columns + k;
        const c = start + i * columns + k;
        const d = start + i * columns + before;
        corners2.push(a, b, c, a, c, d);
        paints.push(paint, paint);
      }
    if (!byRows) parts.push([start, count()]);
    else
      for (let i = 1; i < rows; i++)
        parts.push([start + (i - 1) * columns, start + (i + 1) * columns]);
  };
  const put2 = (list, paint) => {
    const start = count();
    for (const each of list) points.push(...each);
    for (let i = 2; i < list.length; i++) {
      corners2.push(start, start + i - 1, start + i);
      paints.push(paint);
    }
  };
  const facets = (list, { paint = 0 } = {}) => {
    const start = count();
    for (const each of list) put2(each, paint);
    parts.push([start, count()]);
  };
  return {
    smooth: smooth3,
    facets,
    facet: (list, part) => facets([list], part),
    done(palette = [], span = spanOf(points)) {
      const fitted = fit(points, span);
      return {
        points: fitted,
        normals: normalsOf(fitted, corners2),
        corners: Uint32Array.from(corners2),
        paints: Uint8Array.from(paints),
        palette: [1, 1, 1, ...palette.flat()],
        parts
      };
    }
  };
}
function spanOf(points) {
  const least = [Infinity, Infinity, Infinity];
  const most = [-Infinity, -Infinity, -Infinity];
  points.forEach((value, i) => {
    least[i % 3] = Math.min(least[i % 3], value);
    most[i % 3] = Math.max(most[i % 3], value);
  });
  return [least, most];
}
var fit = (points, [least, most]) => Float32Array.from(points, (value, i) => {
  const k = i % 3;
  const size = most[k] - least[k];
  return size > 0 ? 2 * (value - least[k]) / size - 1 : 0;
});
function normalsOf(points, corners2) {
  const normals = new Float32Array(points.length);
  for (let t = 0; t < corners2.length; t += 3) {
    const [a, b, c] = [corners2[t] * 3, corners2[t + 1] * 3, corners2[t + 2] * 3];
    const side5 = (to, k) => points[to + k] - points[a + k];
    for (let k = 0; k < 3; k++) {
      const [u, v] = [(k + 1) % 3, (k + 2) % 3];
      const area = side5(b, u) * side5(c, v) - side5(b, v) * side5(c, u);
      for (const at4 of [a, b, c]) normals[at4 + k] += area;
    }
  }
  for (let o = 0; o < normals.length; o += 3) {
    const size = Math.hypot(normals[o], normals[o + 1], normals[o + 2]) || 1;
    for (let k = 0; k < 3; k++) normals[o + k] /= size;
  }
  return normals;
}
function laid(mesh) {
  const turned2 = (rows) => {
    const made = new Float32Array(rows.length);
    for (let o = 0; o < rows.length; o += 3) {
      made[o] = rows[o];
      made[o + 1] = rows[o + 2];
      made[o + 2] = -rows[o + 1];
    }
    return made;
  };
  const { paintAt } = mesh;
  return {
    ...mesh,
    points: turned2(mesh.points),
    normals: turned2(mesh.normals),
    ...paintAt && { paintAt: (x2, y2, z15) => paintAt(x2, -z15, y2) }
  };
}

// core/model/coin.ts
var RELIEF_SIDE = 96;
var [DEPTH, FIELD, RIM] = [0.32, 0.88, 0.92];
var [ROWS, COLUMNS] = [76, 240];
var [BACK_ROWS, BACK_COLUMNS] = [24, 96];
var RELIEF = 1;
var bump = (off, width) => Math.max(0, 1 - (off / width) ** 2) ** 2;
var smoothStep = (t) => {
  const k = Math.min(1, Math.max(0, t));
  return k * k * (3 - 2 * k);
};
function shell(x2, y2) {
  const r = Math.hypot(x2, y2 - 0.1) / 0.58;
  const angle = Math.atan2(y2 - 0.1, x2);
  let height = 0;
  if (r < 1.05 && r > 0.03) {
    const turns = Math.log(r) / Math.log(2.2) - angle / (2 * Math.PI);
    const within3 = turns - Math.floor(turns);
    const grown = Math.log(Math.min(1, r)) / Math.log(2.2) - within3;
    const ribs = 0.85 + 0.15 * Math.cos(angle * 26 + 6 * within3);
    if (grown > -9 && r * 2.2 ** (1 - within3) < 1.62)
      height = Math.sqrt(Math.max(0, 1 - (2 * within3 - 1) ** 2)) * ribs * smoothStep(r * 8);
  }
  for (let i = 0; i < 3; i++) {
    const line5 = -0.56 - 0.09 * i + 0.025 * Math.sin(11 * x2 + 1.7 * i);
    const ends = 1 - smoothStep((Math.abs(x2) - (0.5 - 0.13 * i)) / 0.1);
    height = Math.max(height, 0.5 * ends * bump(y2 - line5, 0.035));
  }
  return height;
}
function inPicture(grey, x2, y2) {
  const at4 = (value2) => Math.min(RELIEF_SIDE - 1.001, Math.max(0, (value2 + 1) / 2 * (RELIEF_SIDE - 1)));
  const [u, v] = [at4(x2 / FIELD), at4(-y2 / FIELD)];
  const [i, k] = [Math.floor(u), Math.floor(v)];
  const [fu, fv] = [u - i, v - k];
  const value = (du, dv) => grey[(k + dv) * RELIEF_SIDE + i + du] / 255;
  return (value(0, 0) * (1 - fu) + value(1, 0) * fu) * (1 - fv) + (value(0, 1) * (1 - fu) + value(1, 1) * fu) * fv;
}
function beads(r, angle) {
  const many = 72;
  const step = 2 * Math.PI / many;
  const off = angle - step * Math.round(angle / step);
  const d = Math.hypot(r - 0.83, off * 0.83);
  return d < 0.024 ? 0.55 * Math.sqrt(1 - (d / 0.024) ** 2) : 0;
}
function coinHeight(grey, r, angle) {
  const rim = smoothStep((r - FIELD) / (RIM - FIELD));
  if (rim > 0) return rim;
  const [x2, y2] = [r * Math.cos(angle), r * Math.sin(angle)];
  const fades = 1 - smoothStep((r - 0.78) / 0.04);
  const raised = grey ? inPicture(grey, x2, y2) : shell(x2, y2);
  return Math.max(0.9 * fades * raised, beads(r, angle));
}
function coin(grey) {
  const mesh = newMesh();
  const face = (far, turn, front) => {
    const r = 0.985 * far;
    const angle = 2 * Math.PI * turn;
    const height = front ? coinHeight(grey, r, angle) : smoothStep((r - FIELD) / (RIM - FIELD));
    const z15 = 1 - DEPTH * (1 - height);
    return [r * Math.cos(angle), r * Math.sin(angle), front ? z15 : -z15];
  };
  mesh.smooth({
    rows: ROWS,
    columns: COLUMNS,
    round: true,
    paint: RELIEF,
    at: (row, column) => face(1 - row / (ROWS - 1), column / COLUMNS, true)
  });
  mesh.smooth({
    rows: BACK_ROWS,
    columns: BACK_COLUMNS,
    round: true,
    paint: RELIEF,
    at: (row, column) => face(row / (BACK_ROWS - 1), column / BACK_COLUMNS, false)
  });
  const edge = [
    [0.985, -1],
    [1, -0.9],
    [1, 0.9],
    [0.985, 1]
  ];
  for (let i = 1; i < edge.length; i++)
    mesh.smooth({
      rows: 2,
      columns: COLUMNS / 2,
      round: true,
      paint: i === 2 ? 0 : RELIEF,
      at: (row, column) => {
        const [r, z15] = edge[i - 1 + row];
        const angle = 4 * Math.PI * column / COLUMNS;
        return [r * Math.cos(angle), r * Math.sin(angle), z15];
      }
    });
  return flatAsMain(mesh.done([[1, 1, 1]]));
}
function flatAsMain(mesh) {
  const { corners: corners2, normals, paints } = mesh;
  return {
    ...mesh,
    paints: paints.map(
      (paint, t) => [0, 1, 2].every((k) => Math.abs(normals[corners2[t * 3 + k] * 3 + 2]) > 0.99999) ? 0 : paint
    )
  };
}

// core/model/profiles.ts
var smooth = (out, up) => ({ out, up, corner: false });
var corner = (out, up) => ({ out, up, corner: true });
var BOTTLE = [
  corner(0.9, 0),
  corner(1, 0.04),
  smooth(1, 0.5),
  smooth(0.86, 0.64),
  smooth(0.42, 0.74),
  smooth(0.32, 0.82),
  corner(0.32, 0.94),
  corner(0.42, 0.95),
  corner(0.42, 1)
];
var TUBE = [corner(1, 0), corner(1, 1)];
var VIAL = [
  corner(0.94, 0),
  corner(1, 0.03),
  smooth(1, 0.6),
  smooth(0.9, 0.72),
  smooth(0.5, 0.8),
  corner(0.46, 0.86),
  corner(0.46, 0.93),
  corner(0.62, 0.94),
  corner(0.62, 1)
];
var BOWL = [
  corner(0.4, 0),
  corner(0.4, 0.08),
  smooth(0.75, 0.3),
  smooth(0.94, 0.65),
  corner(1, 1)
];
var CUP = [
  corner(0.7, 0),
  smooth(0.95, 0.3),
  corner(1, 1),
  corner(0.92, 1),
  smooth(0.86, 0.35),
  smooth(0.6, 0.1),
  corner(0, 0.08)
];
var TOP_SHELL = [
  corner(0, 0),
  corner(0.7, 0.02),
  smooth(1, 0.14),
  corner(0.88, 0.3),
  smooth(0.9, 0.36),
  corner(0.66, 0.54),
  smooth(0.67, 0.6),
  corner(0.42, 0.74),
  smooth(0.43, 0.79),
  corner(0.18, 0.92),
  corner(0, 1)
];
var SEED = [
  corner(0, 0),
  smooth(0.34, 0.1),
  smooth(0.82, 0.42),
  smooth(1, 0.7),
  smooth(0.78, 0.93),
  smooth(0.34, 1),
  corner(0, 0.98)
];

// core/model/own.ts
var MOST_TRIANGLES = 2e4;
var [STEPS3, MOST_POINTS] = [65535, 65536];
var CREASE = Math.cos(40 * Math.PI / 180);
function fromBase64(text) {
  const bytes = atob(text);
  return Uint16Array.from(
    { length: bytes.length >> 1 },
    (_, i) => bytes.charCodeAt(2 * i) | bytes.charCodeAt(2 * i + 1) << 8
  );
}
function isWhole({ points, corners: corners2 }) {
  const [spots, triangles] = [fromBase64(points), fromBase64(corners2)];
  return spots.length > 0 && spots.length % 3 === 0 && triangles.length > 0 && triangles.length % 3 === 0 && triangles.length <= 3 * MOST_TRIANGLES && triangles.every((index) => index * 3 < spots.length);
}
var CELLS = 9;
function flatNormals(points, corners2) {
  const normals = new Float32Array(corners2.length);
  for (let t = 0; t < corners2.length; t += 3)
    for (let k = 0; k < 3; k++) {
      const [u, v] = [(k + 1) % 3, (k + 2) % 3];
      const side5 = (which, axis) => points[corners2[t + which] * 3 + axis] - points[corners2[t] * 3 + axis];
      normals[t + k] = side5(1, u) * side5(2, v) - side5(1, v) * side5(2, u);
    }
  return normals;
}
function roundEach(corners2, points) {
  const from = new Uint32Array(points + 1);
  for (const point of corners2) from[point + 1]++;
  for (let p = 0; p < points; p++) from[p + 1] += from[p];
  const list = new Uint32Array(corners2.length);
  const next2 = from.slice();
  corners2.forEach((point, i) => list[next2[point]++] = Math.floor(i / 3));
  return { from, list };
}
function ownMesh(own) {
  const steps = fromBase64(own.points);
  const corners2 = fromBase64(own.corners);
  const spots = Float32Array.from(steps, (value) => 2 * value / STEPS3 - 1);
  const flat = flatNormals(spots, corners2);
  const { from, list } = roundEach(corners2, spots.length / 3);
  const out = outward(spots, corners2, flat);
  const cellOf = (t) => [0, 1, 2].reduce((cell, k) => {
    let sum2 = 0;
    for (let which = 0; which < 3; which++) sum2 += spots[corners2[t * 3 + which] * 3 + k];
    return cell * CELLS + Math.min(CELLS - 1, Math.floor((sum2 / 3 + 1) / 2 * CELLS));
  }, 0);
  const cells2 = Array.from({ length: corners2.length / 3 }, (_, t) => [cellOf(t), t]);
  cells2.sort((a, b) => a[0] - b[0] || a[1] - b[1]);
  const points = new Float32Array(corners2.length * 3);
  const normals = new Float32Array(corners2.length * 3);
  const parts = [];
  cells2.forEach(([cell, t], i) => {
    if (i === 0 || cells2[i - 1][0] !== cell) parts.push([i * 3, i * 3 + 3]);
    else parts.at(-1)[1] = i * 3 + 3;
    for (let which = 0; which < 3; which++) {
      const point = corners2[t * 3 + (out ? which : 2 - which)];
      const o = (i * 3 + which) * 3;
      for (let k = 0; k < 3; k++) points[o + k] = spots[point * 3 + k];
      putNormal(normals, o, flat, t, list.subarray(from[point], from[point + 1]), out ? 1 : -1);
    }
  });
  return {
    points,
    normals,
    corners: Uint32Array.from({ length: corners2.length }, (_, i) => i),
    paints: new Uint8Array(corners2.length / 3),
    palette: [1, 1, 1],
    parts
  };
}
function outward(spots, corners2, flat) {
  let volume = 0;
  for (let t = 0; t < corners2.length; t += 3)
    for (let k = 0; k < 3; k++) volume += spots[corners2[t] * 3 + k] * flat[t + k];
  return volume >= 0;
}
function putNormal(normals, o, flat, own, round, sign) {
  const size = (t) => Math.hypot(flat[t * 3], flat[t * 3 + 1], flat[t * 3 + 2]);
  const ownSize = size(own);
  const sum2 = [0, 0, 0];
  for (const t of round) {
    let alike = 0;
    for (let k = 0; k < 3; k++) alike += flat[own * 3 + k] * flat[t * 3 + k];
    if (t !== own && alike < CREASE * ownSize * size(t)) continue;
    for (let k = 0; k < 3; k++) sum2[k] += flat[t * 3 + k];
  }
  const length3 = Math.hypot(...sum2) || 1;
  for (let k = 0; k < 3; k++) normals[o + k] = sign * sum2[k] / length3;
}

// core/plan/body.ts
var SHAPES = [
  "sheet",
  "ellipsoid",
  "box",
  "cylinder",
  "lathe",
  "vessel",
  "coin",
  "crystal",
  "beetle",
  "crab",
  "movement",
  "leaf",
  "wing",
  "own",
  "plume"
];
var FINISHES = ["matt", "gloss", "metal", "clear", "translucent"];
var THIN = ["sheet", "leaf", "wing"];
var lengthMm2 = (min, max) => z7.number().min(min).max(max);
var share = z7.number().min(0).max(1);
var colourSchema = z7.string().regex(/^#[0-9a-f]{6}$/i, "a colour is written #rrggbb");
var seenThrough = {
  colour: colourSchema,
  throughMm: lengthMm2(0.1, 5e3).describe("so thick a layer shows white light in its colour")
};
var profileSchema = z7.array(
  z7.strictObject({
    out: share.describe("from the axis, over the widest"),
    up: share.describe("from the foot"),
    corner: z7.boolean().describe("the outline turns sharply there")
  })
).min(2, "an outline has at least two points").max(24).refine((points) => points.some(({ out }) => out > 0.02), "the outline lies on the axis").refine(
  (points) => points.some(({ up }) => Math.abs(up - points[0].up) > 0.02),
  "the outline has no height"
);
var RELIEF_LENGTH = 4 * Math.ceil(RELIEF_SIDE ** 2 / 3);
var lastWhole = ["", ""];
var ownSchema = z7.strictObject({
  name: z7.string().max(120).describe("of the file it came from"),
  points: z7.base64().max(6e5).describe("16 bits each of x, y, z, low byte first: steps across its box, 0 to 65535"),
  corners: z7.base64().max(2e5).describe("16 bits each, low byte first: three points a triangle")
}).refine((own) => {
  if (own.points === lastWhole[0] && own.corners === lastWhole[1]) return true;
  const whole = isWhole(own);
  if (whole) lastWhole = [own.points, own.corners];
  return whole;
}, `its points and triangles do not fit together, or are more than ${MOST_TRIANGLES}`);
var bodyFields = {
  shape: z7.enum(SHAPES),
  finish: z7.enum(FINISHES),
  widthMm: lengthMm2(0.1, 5e3),
  heightMm: lengthMm2(0.1, 5e3),
  depthMm: lengthMm2(0.1, 5e3).describe("front to back; a sheet has none"),
  rotationDeg: z7.number().min(-180).max(180).describe("about the upright axis"),
  lying: z7.boolean().describe("meshes: what would face the lens faces up"),
  reflectance: z7.number().min(5e-3).max(1),
  transmittance: share.describe("translucent: what of the light on its back comes out in front"),
  colour: colourSchema.nullable().describe("of what it throws back, as light as its reflectance says"),
  roughness: share.describe("gloss, metal, clear: GGX\u2019s \u03B1; 0 mirrors sharply"),
  texture: share.describe("how strong a fine mottle is drawn on it"),
  profile: profileSchema.describe("lathe, vessel: the outline from foot to top"),
  relief: z7.base64().length(RELIEF_LENGTH, "a relief holds 96 \xD7 96 greys").nullable().describe("coin: a grey picture of 96 \xD7 96, one byte each, row by row; null: the coiled shell"),
  own: ownSchema.nullable().describe("a mesh of the user\u2019s; null: a plain box stands for it"),
  glass: z7.strictObject({ wallMm: lengthMm2(0.02, 500), ...seenThrough }),
  liquid: z7.strictObject({ level: share.describe("of the inside\u2019s height"), ...seenThrough }).nullable().describe("vessel: what is in it")
};
var bodySchema = z7.strictObject(bodyFields);
var isTranslucent = ({ shape, finish }) => finish === "translucent" && isThin(shape);
var isThin = (shape) => THIN.includes(shape);
var transmittanceOf = (body) => isTranslucent(body) ? Math.min(body.transmittance, 1 - body.reflectance) : 0;
var PLAIN = {
  lying: false,
  transmittance: 0.3,
  colour: null,
  roughness: 0,
  texture: 0,
  profile: BOTTLE,
  relief: null,
  own: null,
  glass: { wallMm: 2, colour: "#ffffff", throughMm: 20 },
  liquid: null
};

// core/plan/background.ts
var [PICTURE_WIDE, PICTURE_HIGH] = [160, 120];
var PICTURE_LENGTH = PICTURE_WIDE * PICTURE_HIGH * 4;
var lengthMm3 = (min, max) => z8.number().min(min).max(max);
var backgroundSchema = z8.strictObject({
  distanceMm: lengthMm3(1, 1e6).describe("from the focus point along the lens axis"),
  reflectance: z8.number().min(1e-3).max(1),
  widthMm: lengthMm3(10, 1e6),
  heightMm: lengthMm3(10, 1e6),
  tiltDeg: z8.number().min(-80).max(80).describe("0 square to the lens axis, + its top leans away"),
  colour: colourSchema.nullable().describe("as light as its reflectance says"),
  picture: z8.strictObject({
    name: z8.string().max(120).describe("of the file it came from"),
    pixels: z8.base64().length(PICTURE_LENGTH, "a picture holds 160 \xD7 120 colours").describe("sRGB, a byte each of red, green, blue, row by row from the top")
  }).nullable().describe("printed all over it, as light on the mean as its reflectance says"),
  gradientStops: z8.number().min(-8).max(8).describe("ambient on it: so much more at one edge than at the other; its middle is as read"),
  gradientDeg: z8.number().min(-180).max(180).describe("where that edge is: 0 on the right, 90 at the top, as the lens sees it")
});
var EVEN = { colour: null, picture: null, gradientStops: 0, gradientDeg: 90 };

// core/plan/prop.ts
import { z as z9 } from "zod";
var PROP_SHAPES = SHAPES.filter(
  (shape) => shape !== "own" && shape !== "plume"
);
var RESTS = ["free", "table", "under", "on", "afloat"];
var offset = z9.number().min(-5e3).max(5e3);
var MOST_PROPS = 6;
var propSchema = z9.strictObject({
  ...bodyFields,
  shape: z9.enum(PROP_SHAPES),
  own: z9.null(),
  id: z9.string().regex(/^T[1-6]$/, "T1 to T6"),
  name: z9.string().trim().min(1, "a name is needed").max(40),
  rests: z9.enum(RESTS).describe(
    "free: at yMm; table: on the table, or level with the subject\u2019s foot; under: the subject stands on it; on: it lies on the subject; afloat: on the liquid in the subject"
  ),
  xMm: offset.describe("its middle, to the right of the subject\u2019s"),
  yMm: offset.describe("above the subject\u2019s middle; counts where it rests on nothing"),
  zMm: offset.describe("nearer to the camera\u2019s side")
});

// core/plan/subject.ts
import { z as z10 } from "zod";
var subjectSchema = z10.strictObject({
  ...bodyFields,
  sharpDepthMm: z10.number().min(1e-3).max(5e3).describe("depth that must be sharp"),
  speedMmS: z10.number().min(0).max(1e6).describe("speed of the moving part, 0 for a still subject"),
  directionDeg: z10.number().min(0).max(90).describe("0 across the frame, 90 toward the lens")
});

// core/plan/plan.ts
var PLAN_FORMAT = "fine-spark-plan";
var PLAN_VERSION = 11;
var stops5 = (min, max) => z11.number().min(min).max(max);
var lengthMm4 = (min, max) => z11.number().min(min).max(max);
var degrees2 = (most) => z11.number().min(-most).max(most);
var geometrySchema = z11.strictObject({
  at: positionSchema,
  aim: aimSchema,
  rollDeg: degrees2(180),
  zoomMm: zoomSchema,
  backgroundMm: lengthMm4(1, 1e6),
  backgroundTiltDeg: degrees2(80)
});
var correctionSchema = z11.strictObject({
  id: z11.string().min(1).max(64),
  frameId: z11.string().min(1).max(64),
  source: z11.enum(["ambient", ...LIGHT_IDS]),
  place: placeSchema,
  stops: stops5(-20, 20).describe("measured minus predicted"),
  uncertaintyStops: stops5(0.05, 3).describe("how far off it may be"),
  method: z11.enum(["judged", "meter", "patch"]),
  limit: z11.enum(["exact", "at-least", "at-most"]).describe("a clipped or black patch gives a limit only"),
  strobeId: z11.string().max(64).nullable(),
  modifierIds: z11.array(z11.string().max(64)).max(4),
  highSpeedSync: z11.boolean().nullable().describe("whether the strobe fired in high-speed sync; null: not noted, or ambient"),
  geometry: geometrySchema.nullable().describe("where things stood, for light that goes past the subject; null: not tied to it"),
  reading: readingSchema.nullable().describe("the ambient reading it corrects; null: not noted, or a strobe"),
  on: z11.boolean()
});
var RIDES = ["power", "aperture", "distance", "iso"];
var settingsSchema = z11.strictObject({
  apertureStops: stops5(-2, 14),
  shutterStops: stops5(-6, 16),
  isoStops: stops5(-3, 11),
  ndStops: stops5(0, 20),
  highSpeedSync: z11.boolean().describe("fire the strobes in high-speed sync when the shutter is faster than sync")
});
var uniqueIds = (list, path, context) => list.forEach((each, i) => {
  if (list.findIndex((other) => other.id === each.id) < i)
    context.addIssue({
      code: "custom",
      path: [path, i, "id"],
      message: `${each.id} is there twice`
    });
});
var reflectance = z11.number().min(0.01).max(1);
var roomSchema = z11.strictObject({
  widthMm: lengthMm4(500, 3e4),
  depthMm: lengthMm4(500, 3e4),
  leftMm: lengthMm4(20, 3e4).describe("from the focus point to the wall on the left"),
  behindMm: lengthMm4(20, 3e4).describe("from the focus point to the wall behind the subject"),
  ceilingMm: lengthMm4(200, 1e4).describe("above the focus point"),
  floorMm: lengthMm4(100, 5e3).describe("under it"),
  wallReflectance: reflectance,
  ceilingReflectance: reflectance,
  floorReflectance: reflectance
}).superRefine((room, context) => {
  for (const [near6, size, wall, span] of [
    ["leftMm", "widthMm", "the wall on the left", "width"],
    ["behindMm", "depthMm", "the wall behind", "depth"]
  ])
    if (room[near6] > room[size] - 20)
      context.addIssue({
        code: "custom",
        path: [near6],
        message: `the focus point would lie outside the room: ${room[near6]} mm from ${wall}, in ${room[size]} mm of ${span}`
      });
});
var syncTrialSchema = z11.strictObject({
  shutterStops: stops5(0, 16),
  darkShare: z11.number().min(0).max(0.99).describe("0: no band")
});
var planSchema = z11.strictObject({
  format: z11.literal(PLAN_FORMAT),
  version: z11.literal(PLAN_VERSION),
  title: z11.string().trim().min(1, "a title is needed").max(120),
  look: lookSchema,
  medium: z11.enum(["air", "water"]),
  subject: subjectSchema,
  props: z11.array(propSchema).max(MOST_PROPS).describe("small things beside the subject"),
  background: backgroundSchema,
  table: z11.strictObject({
    belowMm: lengthMm4(0.1, 5e3).describe("under the focus point"),
    widthMm: lengthMm4(20, 5e3),
    depthMm: lengthMm4(20, 5e3),
    reflectance: z11.number().min(5e-3).max(1)
  }).nullable(),
  room: roomSchema.nullable().describe("a closed room whose surfaces throw light back"),
  view: z11.strictObject({
    elevationDeg: degrees2(90).describe(
      "the camera looks down from above (+) or up from below (\u2212)"
    )
  }),
  goals: goalsSchema,
  bag: z11.strictObject({
    ndStops: z11.array(stops5(0.1, 20)).max(8),
    modifiers: z11.array(modifierSchema).max(8),
    aboveSync: z11.boolean(),
    shadeStops: stops5(0, 10).describe(
      "how much ambient could be taken away by curtains, lamps off, a hood"
    )
  }).describe("what may be used when ways are looked for"),
  ambient: ambientSchema,
  camera: cameraSchema,
  lens: lensSchema,
  shutterIn: z11.enum(["body", "lens"]).describe("the shutter in use: the body\u2019s, or the lens\u2019s own leaf shutter"),
  meter: meterSchema.nullable().describe("the flash meter in use; null: none"),
  rides: z11.enum(RIDES).describe("what is set in the run to land the subject: the power of the key light, or \u2026"),
  focus: z11.strictObject({
    magnification: z11.number().min(1e-3).max(20),
    blur: z11.discriminatedUnion("kind", [
      z11.strictObject({ kind: z11.literal("pixels"), pixels: z11.number().min(0.5).max(50) }),
      z11.strictObject({ kind: z11.literal("circle"), mm: z11.number().min(5e-4).max(1) }),
      z11.strictObject({
        kind: z11.literal("print"),
        printWidthMm: lengthMm4(10, 1e4),
        viewingMm: lengthMm4(50, 2e4)
      }).describe("what an eye tells apart in a print of the whole frame")
    ]),
    extensionMm: lengthMm4(0, 500).describe("tubes between camera and lens"),
    dioptres: z11.number().min(0).max(30).describe("close-up lens in front"),
    teleconverter: z11.number().min(1).max(3),
    crop: z11.number().min(1).max(10).describe("sensor width over the width of the part in use"),
    tiltDeg: z11.number().min(0).max(85).describe("lean of the flat that must be sharp against the plane of focus")
  }),
  settings: settingsSchema,
  lights: z11.array(lightSchema).min(1, "a plan has at least one light").max(8),
  cards: z11.array(cardSchema).max(8),
  places: z11.array(ownPlaceSchema).max(8),
  corrections: z11.array(correctionSchema).max(500),
  syncTrials: z11.array(syncTrialSchema).max(40),
  locks: z11.array(z11.string().min(1).max(60)).max(60).describe("paths of the figures the user will not have changed")
}).superRefine((plan, context) => {
  uniqueIds(plan.lights, "lights", context);
  uniqueIds(plan.props, "props", context);
  uniqueIds(plan.cards, "cards", context);
  uniqueIds(plan.places, "places", context);
});

// core/ambient/blackScale.ts
var srgbEncode = (linear) => linear <= 31308e-7 ? 12.92 * linear : 1.055 * linear ** (1 / 2.4) - 0.055;
var srgbDecode = (encoded) => encoded <= 0.04045 ? encoded / 12.92 : ((encoded + 0.055) / 1.055) ** 2.4;
var levelTo8Bit = (level) => Math.round(255 * Math.min(1, srgbEncode(0.18 * 2 ** level)));
var CLIP_LEVEL = Math.log2(1 / 0.18);

// core/light/luminance.ts
var LUMINANCE = [0.2126, 0.7152, 0.0722];

// core/set/vec.ts
var add = (a, b) => [a[0] + b[0], a[1] + b[1], a[2] + b[2]];
var sub = (a, b) => [a[0] - b[0], a[1] - b[1], a[2] - b[2]];
var scale = (a, k) => [a[0] * k, a[1] * k, a[2] * k];
var dot = (a, b) => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
var cross = (a, b) => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0]
];
var sameVec = (a, b) => a === b || a !== null && b !== null && a[0] === b[0] && a[1] === b[1] && a[2] === b[2];
var length = (a) => Math.sqrt(a[0] * a[0] + a[1] * a[1] + a[2] * a[2]);
var distance = (a, b) => {
  const x2 = a[0] - b[0];
  const y2 = a[1] - b[1];
  const z15 = a[2] - b[2];
  return Math.sqrt(x2 * x2 + y2 * y2 + z15 * z15);
};
var length2 = (u, v) => Math.sqrt(u * u + v * v);
function unit(a, otherwise = [0, 0, 1]) {
  const size = length(a);
  return size > 1e-12 ? scale(a, 1 / size) : otherwise;
}
var RAD = Math.PI / 180;
var toRad = (deg) => deg * RAD;
var direction = (azimuthDeg, elevationDeg) => [
  Math.cos(elevationDeg * RAD) * Math.sin(azimuthDeg * RAD),
  Math.sin(elevationDeg * RAD),
  Math.cos(elevationDeg * RAD) * Math.cos(azimuthDeg * RAD)
];
var pointOf = (spot2) => scale(direction(spot2.azimuthDeg, spot2.elevationDeg), spot2.distanceMm);
function basisOf(normal2, rollDeg = 0) {
  const level = Math.abs(normal2[1]) > 0.999999 ? [1, 0, 0] : unit(cross([0, 1, 0], normal2));
  const up = cross(normal2, level);
  if (rollDeg === 0) return { across: level, upward: up };
  const c = Math.cos(rollDeg * RAD);
  const s = Math.sin(rollDeg * RAD);
  return { across: add(scale(level, c), scale(up, s)), upward: add(scale(up, c), scale(level, -s)) };
}

// core/set/backdrop.ts
var read = /* @__PURE__ */ new WeakMap();
function linearOf(print) {
  const known3 = read.get(print);
  if (known3) return known3;
  const made = Float32Array.from(
    atob(print.pixels),
    (letter) => srgbDecode(letter.charCodeAt(0) / 255)
  );
  const mean2 = made.reduce((sum2, value, i) => sum2 + value * LUMINANCE[i % 3], 0) / (made.length / 3);
  const scaled = mean2 > 1e-6 ? made.map((value) => value / mean2) : made.fill(1);
  read.set(print, scaled);
  return scaled;
}
var within = (value, most) => Math.min(most, Math.max(0, value));
function printedBy({ picture }) {
  if (!picture) return null;
  const rows = linearOf(picture);
  return (u, v, into) => {
    const x2 = within((u + 1) / 2 * PICTURE_WIDE - 0.5, PICTURE_WIDE - 1);
    const y2 = within((1 - v) / 2 * PICTURE_HIGH - 0.5, PICTURE_HIGH - 1);
    const left = Math.min(PICTURE_WIDE - 2, Math.floor(x2));
    const top = Math.min(PICTURE_HIGH - 2, Math.floor(y2));
    const o = (top * PICTURE_WIDE + left) * 3;
    const below = o + PICTURE_WIDE * 3;
    const across2 = x2 - left;
    const down = y2 - top;
    for (let k = 0; k < 3; k++)
      into[k] = (rows[o + k] * (1 - across2) + rows[o + 3 + k] * across2) * (1 - down) + (rows[below + k] * (1 - across2) + rows[below + 3 + k] * across2) * down;
  };
}
var printed = new Float64Array(3);
function printedReflectance(background, u, v) {
  const by = printedBy(background);
  if (!by) return background.reflectance;
  by(u, v, printed);
  const share3 = LUMINANCE.reduce((sum2, weight, k) => sum2 + weight * printed[k], 0);
  return Math.min(1, Math.max(1e-3, share3 * background.reflectance));
}
function gradientStopsAt({ gradientStops, gradientDeg }, u, v) {
  const toward = toRad(gradientDeg);
  return gradientStops / 2 * (u * Math.cos(toward) + v * Math.sin(toward));
}

// core/set/heads.ts
var directionOf = (aim, from, placeAt) => aim.kind === "free" ? direction(aim.azimuthDeg, aim.elevationDeg) : unit(sub(placeAt(aim.place), from), [0, 0, -1]);
var lightPoint = (light2, pose) => light2.mount === "lens" ? pose.front : pointOf(light2.at);
var smoothTans = /* @__PURE__ */ new WeakMap();
function smoothTanOf(part) {
  const known3 = smoothTans.get(part) ?? Math.tan(toRad(Math.min(edgeHalfDeg(part.shape), 85)));
  smoothTans.set(part, known3);
  return known3;
}
function emitterOf(part, mouth, axis, basis) {
  const limit = toRad(Math.min(part.lastDeg, 90));
  return {
    at: part.tube ? add(mouth, scale(axis, -part.tube.lengthMm)) : mouth,
    mouth,
    axis,
    ...basis,
    face: part.face,
    tube: part.tube,
    shape: part.shape,
    share: part.share,
    limitCos: Math.cos(limit),
    limitTan: limit < Math.PI / 2 ? Math.tan(limit) : Infinity,
    smoothTan: smoothTanOf(part),
    radiusMm: faceRadiusMm(part.face),
    areaMm2: faceAreaMm2(part.face)
  };
}
function headOf(light2, pose, placeAt) {
  const at4 = lightPoint(light2, pose);
  const axis = light2.mount === "lens" ? scale(pose.toCamera, -1) : directionOf(light2.aim, at4, placeAt);
  const basis = basisOf(axis, light2.rollDeg);
  const { parts, front, beamDeg, stops: stops7 } = modifiedBy(light2);
  const [main, ...rest] = parts.map((part) => emitterOf(part, at4, axis, basis));
  return {
    at: at4,
    axis,
    ...basis,
    face: front,
    radiusMm: faceRadiusMm(front),
    emitters: [main, ...rest],
    shape: main.shape,
    limitCos: main.limitCos,
    beamDeg,
    modifierStops: stops7
  };
}
var cardNormal = (card, placeAt) => directionOf(card.aim, pointOf(card.at), placeAt);
function faceSheet({ at: at4, across: across2, upward, axis, face }) {
  const [halfAcross, halfUpward] = face.kind === "rectangle" ? [face.widthMm / 2, face.heightMm / 2] : [faceSizeMm(face) / 2, faceSizeMm(face) / 2];
  const hole2 = face.kind === "ring" ? face.innerMm / face.outerMm : 0;
  return {
    id: "face",
    kind: face.kind,
    at: at4,
    normal: axis,
    across: across2,
    upward,
    halfAcross,
    halfUpward,
    hole: hole2
  };
}

// core/set/bodies.ts
var PREFIX = "body:";
var bodyId = (name2) => PREFIX + name2;
var GAP_MM = 0.1;
var [SHALLOWEST_MM, DEEPEST_MM] = [30, 150];
var bodyDepthMm = (front) => Math.min(DEEPEST_MM, Math.max(SHALLOWEST_MM, faceSizeMm(front) / 2));
function behind(id2, front, { axis, across: across2, upward }, face, depthMm) {
  const [width, height] = face.kind === "disc" ? [face.diameterMm, face.diameterMm] : [face.widthMm, face.heightMm];
  return {
    id: id2,
    kind: face.kind === "disc" ? "cylinder" : "box",
    at: add(front, scale(axis, -depthMm / 2 - GAP_MM)),
    axes: [across2, axis, upward],
    half: [width / 2, depthMm / 2, height / 2]
  };
}
function headBodies(light2, head) {
  const id2 = bodyId(light2.id);
  const { face, emitters } = head;
  if (face.kind === "ring")
    return [{ ...faceSheet(head), id: id2, at: add(head.at, scale(head.axis, -GAP_MM)) }];
  const { tube } = emitters[0];
  if (!tube) return [behind(id2, head.at, head, face, bodyDepthMm(face))];
  const own = light2.strobe.face;
  const back2 = add(head.at, scale(head.axis, -tube.lengthMm));
  return [
    behind(id2, head.at, head, face, tube.lengthMm),
    ...own.kind === "ring" ? [] : [behind(id2, back2, head, own, bodyDepthMm(own))]
  ];
}
var HOOD_MM = 4;
var [RIM_MM, FRONT_OVER_SENSOR] = [12, 1.5];
function frontDiameterMm({ lens, camera }) {
  const pupil = lens.focalMm / 2 ** (lens.widestStops / 2);
  const diagonal = Math.hypot(camera.sensorWidthMm, camera.sensorHeightMm);
  return lens.frontDiameterMm ?? Math.max(pupil + RIM_MM, FRONT_OVER_SENSOR * diagonal);
}
var [WIDE, HIGH, BEFORE_MM, BEHIND_MM] = [3.8, 4, 20, 50];
function hoodMm(plan, { workingMm }) {
  const { hoodDeg } = plan.lens;
  if (hoodDeg === null || plan.lights.some((light2) => light2.mount === "lens")) return 0;
  const out = frontDiameterMm(plan) / 2 / Math.tan(hoodDeg * Math.PI / 180);
  return Math.min(out, workingMm / 2);
}
function cameraBodiesOf(plan, pose) {
  if (pose.workingMm <= 0) return [];
  const { camera } = plan;
  const axes = { axis: scale(pose.toCamera, -1), across: pose.right, upward: pose.up };
  const mount = pose.sensorMm - BEFORE_MM;
  const widthMm = camera.bodyWidthMm ?? WIDE * camera.sensorWidthMm;
  const heightMm = camera.bodyHeightMm ?? HIGH * camera.sensorHeightMm;
  const diameterMm = frontDiameterMm(plan);
  const made = [];
  const put2 = (name2, fromMm, face, depthMm) => {
    if (depthMm > 0)
      made.push(behind(bodyId(name2), scale(pose.toCamera, fromMm), axes, face, depthMm));
  };
  if (widthMm > 0 && heightMm > 0)
    put2("camera", mount, { kind: "rectangle", widthMm, heightMm }, BEFORE_MM + BEHIND_MM);
  if (diameterMm <= 0) return made;
  put2("lens", pose.frontMm, { kind: "disc", diameterMm }, mount - pose.frontMm);
  const hood = hoodMm(plan, pose);
  put2("hood", pose.frontMm - hood, { kind: "disc", diameterMm: diameterMm + HOOD_MM }, hood);
  return made;
}
var headBodiesOf = (plan, heads) => plan.lights.flatMap((light2, i) => headBodies(light2, heads[i]));

// core/set/camera.ts
function poseOf(plan) {
  const { lens, focus, view } = plan;
  const frame2 = sensorInUse(plan);
  const toCamera = direction(0, view.elevationDeg);
  const right = [1, 0, 0];
  const up = [0, toCamera[2], -toCamera[1]];
  const { sensorMm, pupilMm } = standOf(plan);
  const workingMm = sensorMm - lens.sensorToFrontMm - focus.extensionMm;
  const frontMm = Math.max(1, workingMm);
  return {
    toCamera,
    right,
    up,
    frontMm,
    workingMm,
    pupilMm,
    sensorMm,
    front: scale(toCamera, frontMm),
    pupil: scale(toCamera, pupilMm),
    halfWidthMm: frame2.width / focus.magnification / 2,
    halfHeightMm: frame2.height / focus.magnification / 2
  };
}
var rayThrough = (pose, x2, y2) => sub(
  add(scale(pose.right, x2 * pose.halfWidthMm), scale(pose.up, y2 * pose.halfHeightMm)),
  pose.pupil
);

// core/set/sites.ts
var MOST_TRIANGLES2 = 6e3;
var NEAR = 0.1;
var SPOTS = [
  [1 / 3, 1 / 3, 1 / 3],
  [1 - 2 * NEAR, NEAR, NEAR],
  [NEAR, 1 - 2 * NEAR, NEAR],
  [NEAR, NEAR, 1 - 2 * NEAR]
];
var MOST_SITES = MOST_TRIANGLES2 * SPOTS.length;
var BEFORE = 1e-4;
var side = ({ points, corners: corners2 }, t, which, k) => points[corners2[t * 3 + which] * 3 + k] - points[corners2[t * 3] * 3 + k];
var across = (mesh, t) => [0, 1, 2].map((k) => {
  const [u, v] = [(k + 1) % 3, (k + 2) % 3];
  return side(mesh, t, 1, u) * side(mesh, t, 2, v) - side(mesh, t, 1, v) * side(mesh, t, 2, u);
});
var at = (list, corners2, t, spot2, k) => spot2.reduce((sum2, share3, which) => sum2 + share3 * list[corners2[t * 3 + which] * 3 + k], 0);
function isInside(bvh, t) {
  const { mesh } = bvh;
  const way = across(mesh, t);
  const size = Math.hypot(...way);
  if (size === 0) return true;
  const ray = new Float64Array(8);
  way.forEach((value, k) => {
    ray[3 + k] = value / size;
    ray[k] = at(mesh.points, mesh.corners, t, SPOTS[0], k) + BEFORE * ray[3 + k];
  });
  ray[7] = Infinity;
  const met = bvh.nearest(ray, new Float64Array(2));
  if (met < 0) return false;
  return across(mesh, met).reduce((sum2, value, k) => sum2 + value * ray[3 + k], 0) > 0;
}
var known2 = /* @__PURE__ */ new WeakMap();
function sitesOf(bvh) {
  const before = known2.get(bvh);
  if (before) return before;
  const { points, normals, corners: corners2, paints, paintAt } = bvh.mesh;
  const main = [...paints.keys()].filter((t) => paints[t] === 0);
  const step = Math.max(1, main.length / MOST_TRIANGLES2);
  const rows = [];
  for (let i = 0; i < main.length && rows.length < MOST_SITES * 6; i += step) {
    const t = main[Math.floor(i)];
    if (isInside(bvh, t)) continue;
    for (const spot2 of SPOTS) {
      const along = (k) => at(points, corners2, t, spot2, k);
      if (paintAt && paintAt(along(0), along(1), along(2)) !== 0) continue;
      for (const list of [points, normals])
        for (let k = 0; k < 3; k++) rows.push(at(list, corners2, t, spot2, k));
    }
  }
  const made = Float32Array.from(rows);
  known2.set(bvh, made);
  return made;
}

// core/model/solids.ts
var TURN = 2 * Math.PI;
function ball(mesh, at4, half, {
  paint = 0,
  columns = 32,
  rows = 17,
  shape = () => 1
} = {}) {
  mesh.smooth({
    rows,
    columns,
    round: true,
    paint,
    at: (row, column) => {
      const up = (row / (rows - 1) - 0.5) * Math.PI;
      const round = column / columns * TURN;
      const p = [
        Math.cos(up) * Math.sin(round),
        Math.sin(up),
        Math.cos(up) * Math.cos(round)
      ];
      const by = shape(p);
      return [at4[0] + by * half[0] * p[0], at4[1] + by * half[1] * p[1], at4[2] + by * half[2] * p[2]];
    }
  });
}
var minus = (a, b) => [a[0] - b[0], a[1] - b[1], a[2] - b[2]];
var crossed = (a, b) => [
  a[1] * b[2] - a[2] * b[1],
  a[2] * b[0] - a[0] * b[2],
  a[0] * b[1] - a[1] * b[0]
];
function unit2(a) {
  const size = Math.hypot(...a) || 1;
  return [a[0] / size, a[1] / size, a[2] / size];
}
function limb(mesh, path, radii, paint) {
  const columns = 10;
  const rows = [];
  path.forEach((middle, i) => {
    const way = unit2(minus(path[Math.min(path.length - 1, i + 1)], path[Math.max(0, i - 1)]));
    const radius = radii[i];
    const beyond2 = (by) => [
      middle[0] + by * way[0],
      middle[1] + by * way[1],
      middle[2] + by * way[2]
    ];
    if (i === 0) rows.push({ middle: beyond2(-radius), way, radius: 0 });
    rows.push({ middle, way, radius });
    if (i === path.length - 1) rows.push({ middle: beyond2(radius), way, radius: 0 });
  });
  mesh.smooth({
    rows: rows.length,
    columns,
    round: true,
    paint,
    byRows: true,
    at: (row, column) => {
      const { middle, way, radius } = rows[row];
      const side5 = unit2(crossed(Math.abs(way[1]) > 0.9 ? [1, 0, 0] : [0, 1, 0], way));
      const up = crossed(way, side5);
      const angle = column / columns * TURN;
      const [c, s] = [radius * Math.cos(angle), radius * Math.sin(angle)];
      return [
        middle[0] + c * side5[0] + s * up[0],
        middle[1] + c * side5[1] + s * up[1],
        middle[2] + c * side5[2] + s * up[2]
      ];
    }
  });
}
var prism = (back2, front) => [
  [...front],
  [...back2].reverse(),
  ...front.map((p, i) => {
    const next2 = (i + 1) % front.length;
    return [p, back2[i], back2[next2], front[next2]];
  })
];
function plate(mesh, [x2, y2], { back: back2, front, outline, hole: hole2 = () => 0, bevel = 0, columns = 96, paint = 0 }) {
  const spot2 = (angle, out, z15) => [
    x2 + out * Math.cos(angle),
    y2 + out * Math.sin(angle),
    z15
  ];
  const band = (rows2) => {
    const sheet = {
      rows: rows2.length,
      columns,
      round: true,
      paint,
      at: (row, column) => {
        const angle = column / columns * TURN;
        const [out, z15] = rows2[row](angle);
        return spot2(angle, Math.max(0, out), z15);
      }
    };
    mesh.smooth(sheet);
  };
  const rim = (less, z15) => (angle) => [outline(angle) - less, z15];
  const inner = (z15) => (angle) => [hole2(angle), z15];
  band([rim(0, back2), rim(0, front - bevel)]);
  if (bevel > 0) band([rim(0, front - bevel), rim(bevel, front)]);
  const rows = Math.min(6, Math.max(2, Math.round(columns / 24)));
  const top = Array.from({ length: rows }, (_, i) => (angle) => {
    const [from, to] = [outline(angle) - bevel, hole2(angle)];
    return [from + (to - from) * i / (rows - 1), front];
  });
  band(top);
  band([inner(back2), rim(0, back2)]);
  if (hole2(0) > 0) band([inner(front), inner(back2)]);
}

// core/model/beetle.ts
var [LEGS, EYES] = [1, 2];
var wingCase = ([x2, y2, z15]) => {
  if (z15 < 0) return 1 - 0.35 * z15 * z15;
  const furrows = 0.011 * Math.cos(Math.atan2(x2, z15 + 0.35) * 34);
  const seam = 0.07 * Math.exp(-((x2 / 0.035) ** 2));
  const ends = 1 - y2 ** 4;
  return 1 - ends * (furrows + seam);
};
function side2(mesh, s) {
  const leg2 = (path) => limb(mesh, path, [0.075, 0.07, 0.045, 0.035, 0.028, 0.02], LEGS);
  leg2([
    [s * 0.3, 0.72, -0.2],
    [s * 0.62, 0.95, -0.12],
    [s * 0.72, 1.06, -0.15],
    [s * 0.8, 1.3, -0.3],
    [s * 0.82, 1.4, -0.36],
    [s * 0.88, 1.52, -0.38]
  ]);
  leg2([
    [s * 0.4, 0.25, -0.22],
    [s * 0.85, 0.3, -0.08],
    [s * 0.98, 0.27, -0.12],
    [s * 1.12, -0.02, -0.3],
    [s * 1.15, -0.12, -0.36],
    [s * 1.2, -0.26, -0.38]
  ]);
  leg2([
    [s * 0.38, -0.2, -0.22],
    [s * 0.78, -0.42, -0.08],
    [s * 0.88, -0.52, -0.12],
    [s * 0.96, -0.92, -0.3],
    [s * 0.96, -1.04, -0.36],
    [s * 0.99, -1.2, -0.38]
  ]);
  limb(
    mesh,
    [
      [s * 0.1, 1.2, 0.02],
      [s * 0.2, 1.32, 0.06],
      [s * 0.32, 1.4, 0.08],
      [s * 0.44, 1.44, 0.06],
      [s * 0.56, 1.44, 0.02]
    ],
    [0.022, 0.02, 0.022, 0.034, 0.03],
    LEGS
  );
  ball(mesh, [s * 0.17, 1.12, 0.08], [0.06, 0.065, 0.06], { paint: EYES, columns: 20, rows: 11 });
}
function beetle() {
  const mesh = newMesh();
  ball(mesh, [0, 0, 0], [0.56, 0.78, 0.42], { columns: 144, rows: 49, shape: wingCase });
  ball(mesh, [0, 0.8, 0], [0.43, 0.25, 0.32], { columns: 64, rows: 33 });
  ball(mesh, [0, 1.06, -0.02], [0.22, 0.17, 0.19], { columns: 40, rows: 21, paint: LEGS });
  side2(mesh, 1);
  side2(mesh, -1);
  return mesh.done([
    [0.45, 0.4, 0.38],
    [0.3, 0.25, 0.2]
  ]);
}

// core/model/bvh.ts
var LEAF = 4;
var BINS = 12;
var EDGE = 1e-7;
var DEEPEST = 60;
function boxesOf({ points, corners: corners2 }) {
  const boxes = new Float32Array(corners2.length / 3 * 6);
  for (let t = 0; t * 3 < corners2.length; t++)
    for (let k = 0; k < 3; k++) {
      const a = points[corners2[t * 3] * 3 + k];
      const b = points[corners2[t * 3 + 1] * 3 + k];
      const c = points[corners2[t * 3 + 2] * 3 + k];
      boxes[t * 6 + k] = Math.min(a, b, c);
      boxes[t * 6 + 3 + k] = Math.max(a, b, c);
    }
  return boxes;
}
function clear(box, o = 0) {
  for (let k = 0; k < 3; k++) {
    box[o + k] = Infinity;
    box[o + 3 + k] = -Infinity;
  }
}
function grow(box, o, by, from) {
  for (let k = 0; k < 3; k++) {
    if (by[from + k] < box[o + k]) box[o + k] = by[from + k];
    if (by[from + 3 + k] > box[o + 3 + k]) box[o + 3 + k] = by[from + 3 + k];
  }
}
function areaOf(box) {
  const x2 = box[3] - box[0];
  const y2 = box[4] - box[1];
  const z15 = box[5] - box[2];
  return x2 < 0 ? 0 : x2 * y2 + y2 * z15 + z15 * x2;
}
function newCutter(boxes) {
  const middles = new Float64Array(6);
  const whole = new Float64Array(6);
  const bins = new Float64Array(BINS * 6);
  const many = new Int32Array(BINS);
  const after = new Float64Array(BINS);
  const growing = new Float64Array(6);
  return (order, from, to) => {
    clear(middles);
    clear(whole);
    for (let i = from; i < to; i++) {
      const o = order[i] * 6;
      grow(whole, 0, boxes, o);
      for (let k = 0; k < 3; k++) {
        const at4 = boxes[o + k] + boxes[o + 3 + k];
        if (at4 < middles[k]) middles[k] = at4;
        if (at4 > middles[3 + k]) middles[3 + k] = at4;
      }
    }
    let cost = (to - from) * areaOf(whole);
    let axis = -1;
    let cutAt = 0;
    for (let k = 0; k < 3; k++) {
      const least = middles[k];
      const size = middles[3 + k] - least;
      if (!(size > 0)) continue;
      for (let b = 0; b < BINS; b++) clear(bins, b * 6);
      many.fill(0);
      for (let i = from; i < to; i++) {
        const o = order[i] * 6;
        const off = BINS * (boxes[o + k] + boxes[o + 3 + k] - least) / size;
        const b = off < BINS ? Math.floor(off) : BINS - 1;
        grow(bins, b * 6, boxes, o);
        many[b]++;
      }
      clear(growing);
      for (let b = BINS - 1, sum2 = 0; b > 0; b--) {
        grow(growing, 0, bins, b * 6);
        sum2 += many[b];
        after[b] = sum2 * areaOf(growing);
      }
      clear(growing);
      for (let b = 1, sum2 = 0; b < BINS; b++) {
        grow(growing, 0, bins, (b - 1) * 6);
        sum2 += many[b - 1];
        const now = sum2 * areaOf(growing) + after[b];
        if (sum2 === 0 || sum2 === to - from || now >= cost) continue;
        cost = now;
        axis = k;
        cutAt = least + b * size / BINS;
      }
    }
    return axis < 0 ? null : { axis, at: cutAt };
  };
}
function build(mesh) {
  const boxes = boxesOf(mesh);
  const count = boxes.length / 6;
  const order = Uint32Array.from({ length: count }, (_, i) => i);
  const made = new Float32Array(Math.max(1, 2 * count) * 6);
  const nodes = new Int32Array(Math.max(1, 2 * count) * 3);
  let used = 0;
  const cutOf = newCutter(boxes);
  const box = new Float64Array(6);
  const branch = (from, to, depth) => {
    const node = used++;
    clear(box);
    for (let i = from; i < to; i++) grow(box, 0, boxes, order[i] * 6);
    made.set(box, node * 6);
    const cut2 = to - from > LEAF && depth < DEEPEST ? cutOf(order, from, to) : null;
    if (!cut2) {
      nodes[node * 3] = from;
      nodes[node * 3 + 1] = to - from;
      return;
    }
    let left = from;
    let right = to;
    while (left < right) {
      const t = order[left];
      if (boxes[t * 6 + cut2.axis] + boxes[t * 6 + 3 + cut2.axis] < cut2.at) left++;
      else {
        order[left] = order[--right];
        order[right] = t;
      }
    }
    if (left === from || left === to) left = from + to >> 1;
    branch(from, left, depth + 1);
    nodes[node * 3] = used;
    nodes[node * 3 + 2] = cut2.axis;
    branch(left, to, depth + 1);
  };
  if (count > 0) branch(0, count, 0);
  return { boxes: made.slice(0, used * 6), nodes: nodes.slice(0, used * 3), order };
}
function sidesOf({ points, corners: corners2 }, order) {
  const sides = new Float32Array(order.length * 9);
  order.forEach((t, i) => {
    for (let k = 0; k < 3; k++) {
      const a = points[corners2[t * 3] * 3 + k];
      sides[i * 9 + k] = a;
      sides[i * 9 + 3 + k] = points[corners2[t * 3 + 1] * 3 + k] - a;
      sides[i * 9 + 6 + k] = points[corners2[t * 3 + 2] * 3 + k] - a;
    }
  });
  return sides;
}
function bvhOf(mesh) {
  const { boxes, nodes, order } = build(mesh);
  const sides = sidesOf(mesh, order);
  const stack = new Int32Array(128);
  const found2 = new Float64Array(3);
  const meets = (o, ray) => {
    const dx = ray[3];
    const dy = ray[4];
    const dz = ray[5];
    const ux = sides[o + 3];
    const uy = sides[o + 4];
    const uz = sides[o + 5];
    const vx = sides[o + 6];
    const vy = sides[o + 7];
    const vz = sides[o + 8];
    const px = dy * vz - dz * vy;
    const py = dz * vx - dx * vz;
    const pz = dx * vy - dy * vx;
    const whole = ux * px + uy * py + uz * pz;
    if (whole === 0) return false;
    const x2 = ray[0] - sides[o];
    const y2 = ray[1] - sides[o + 1];
    const z15 = ray[2] - sides[o + 2];
    const u = (x2 * px + y2 * py + z15 * pz) / whole;
    if (u < -EDGE || u > 1 + EDGE) return false;
    const qx = y2 * uz - z15 * uy;
    const qy = z15 * ux - x2 * uz;
    const qz = x2 * uy - y2 * ux;
    const v = (dx * qx + dy * qy + dz * qz) / whole;
    if (v < -EDGE || u + v > 1 + EDGE) return false;
    found2[0] = u;
    found2[1] = v;
    const t = (vx * qx + vy * qy + vz * qz) / whole;
    found2[2] = t;
    return t > ray[6] && t < ray[7];
  };
  const search = (ray, spot2) => {
    const x2 = ray[0];
    const y2 = ray[1];
    const z15 = ray[2];
    const ix = 1 / (ray[3] || 1e-30);
    const iy = 1 / (ray[4] || 1e-30);
    const iz = 1 / (ray[5] || 1e-30);
    const fromX = ix < 0 ? 3 : 0;
    const fromY = iy < 0 ? 4 : 1;
    const fromZ = iz < 0 ? 5 : 2;
    const least = ray[6];
    let most = ray[7];
    let best = -1;
    let top = 0;
    if (nodes.length > 0) stack[top++] = 0;
    while (top > 0) {
      const node = stack[--top];
      const o = node * 6;
      const nearX = (boxes[o + fromX] - x2) * ix;
      const nearY = (boxes[o + fromY] - y2) * iy;
      const nearZ = (boxes[o + fromZ] - z15) * iz;
      let near6 = nearX > least ? nearX : least;
      if (nearY > near6) near6 = nearY;
      if (nearZ > near6) near6 = nearZ;
      const farX = (boxes[o + 3 - fromX] - x2) * ix;
      const farY = (boxes[o + 5 - fromY] - y2) * iy;
      const farZ = (boxes[o + 7 - fromZ] - z15) * iz;
      let far = farX < most ? farX : most;
      if (farY < far) far = farY;
      if (farZ < far) far = farZ;
      if (!(near6 <= far)) continue;
      const many = nodes[node * 3 + 1];
      const first2 = nodes[node * 3];
      if (many === 0) {
        const axis = nodes[node * 3 + 2];
        const ahead = (axis === 0 ? ix : axis === 1 ? iy : iz) > 0;
        stack[top++] = ahead ? first2 : node + 1;
        stack[top++] = ahead ? node + 1 : first2;
        continue;
      }
      for (let i = first2; i < first2 + many; i++) {
        if (!meets(i * 9, ray)) continue;
        best = i;
        if (!spot2) return i;
        most = found2[2];
        ray[7] = most;
        spot2[0] = found2[0];
        spot2[1] = found2[1];
      }
    }
    return best < 0 ? -1 : order[best];
  };
  return {
    mesh,
    any: (ray) => search(ray, null) >= 0,
    nearest: search,
    triangles: order.length
  };
}

// core/model/crab.ts
var [LIMBS, EYES2, TIPS] = [1, 2, 3];
var shell2 = ([x2, y2, z15]) => {
  const wide = 1 + 0.1 * z15 * Math.abs(x2);
  if (y2 < 0) return wide * (1 - 0.4 * y2 * y2);
  const humps = 0.035 * Math.cos(7 * x2) * Math.cos(6 * z15) * (1 - Math.abs(x2));
  const teeth = z15 > 0.3 ? 0.02 * Math.cos(34 * x2) * Math.exp(-((y2 / 0.2) ** 2)) : 0;
  return wide * (1 + humps + teeth);
};
function side3(mesh, s) {
  for (let i = 0; i < 4; i++) {
    const z15 = 0.36 - 0.3 * i;
    const swept = 0.42 - 0.42 * i;
    const long = 1 - 0.09 * Math.abs(i - 1);
    limb(
      mesh,
      [
        [s * 0.72, -0.12, z15],
        [s * (0.8 + 0.42 * long), 0.2 * long, z15 + swept * 0.4],
        [s * (0.8 + 0.55 * long), 0.16 * long, z15 + swept * 0.5],
        [s * (0.8 + 0.78 * long), -0.26, z15 + swept * 0.8],
        [s * (0.8 + 0.9 * long), -0.52, z15 + swept * 0.9]
      ],
      [0.1, 0.095, 0.075, 0.055, 0.02],
      LIMBS
    );
  }
  limb(
    mesh,
    [
      [s * 0.66, -0.14, 0.5],
      [s * 1, -0.08, 0.82],
      [s * 1, -0.12, 1]
    ],
    [0.12, 0.14, 0.14],
    LIMBS
  );
  ball(mesh, [s * 0.8, -0.16, 1.14], [0.28, 0.2, 0.2], { paint: LIMBS, columns: 32, rows: 17 });
  for (const up of [1, -1])
    limb(
      mesh,
      [
        [s * 0.66, -0.16 + up * 0.09, 1.2],
        [s * 0.48, -0.17 + up * 0.12, 1.3],
        [s * 0.32, -0.18 + up * 0.05, 1.36]
      ],
      [0.085, 0.06, 0.02],
      up > 0 ? LIMBS : TIPS
    );
  limb(
    mesh,
    [
      [s * 0.2, 0.12, 0.62],
      [s * 0.24, 0.26, 0.78]
    ],
    [0.045, 0.05],
    LIMBS
  );
  ball(mesh, [s * 0.245, 0.3, 0.81], [0.07, 0.07, 0.07], { paint: EYES2, columns: 20, rows: 11 });
}
function crab() {
  const mesh = newMesh();
  ball(mesh, [0, 0, 0], [0.98, 0.42, 0.74], { columns: 144, rows: 49, shape: shell2 });
  side3(mesh, 1);
  side3(mesh, -1);
  return mesh.done([
    [1.1, 0.95, 0.8],
    [0.1, 0.1, 0.1],
    [0.5, 0.42, 0.36]
  ]);
}

// core/model/crystal.ts
var SIDES = [0.86, 0.8, 0.9, 0.83, 0.92, 0.84];
var TOPS = [2.85, 3.05, 2.8, 3.1, 2.9, 3];
var LEAN = Math.tan(38 * Math.PI / 180);
var HALF_FOOT = 0;
var halves = [
  ...SIDES.map((out, i) => {
    const angle = (i + 0.5) * Math.PI / 3;
    return { normal: [Math.cos(angle), 0, Math.sin(angle)], most: out };
  }),
  ...TOPS.map((top, i) => {
    const angle = (i + 0.5) * Math.PI / 3;
    const [c, s] = [Math.cos(angle), Math.sin(angle)];
    return { normal: [c, LEAN, s], most: top * LEAN };
  }),
  { normal: [0.06, -1, 0.04], most: HALF_FOOT }
];
var dot2 = (a, b) => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
function cut(facet, { normal: normal2, most }) {
  return facet.flatMap((p, i) => {
    const next2 = facet[(i + 1) % facet.length];
    const [a, b] = [dot2(normal2, p) - most, dot2(normal2, next2) - most];
    const kept3 = a <= 0 ? [p] : [];
    if (a < 0 !== b < 0 && a !== b) {
      const t = a / (a - b);
      kept3.push([
        p[0] + t * (next2[0] - p[0]),
        p[1] + t * (next2[1] - p[1]),
        p[2] + t * (next2[2] - p[2])
      ]);
    }
    return kept3;
  });
}
function square({ normal: normal2, most }) {
  const size2 = dot2(normal2, normal2);
  const at4 = [
    normal2[0] * most / size2,
    normal2[1] * most / size2,
    normal2[2] * most / size2
  ];
  const side5 = Math.abs(normal2[1]) > 0.9 ? [1, 0, 0] : [0, 1, 0];
  const cross2 = (a, b) => [
    a[1] * b[2] - a[2] * b[1],
    a[2] * b[0] - a[0] * b[2],
    a[0] * b[1] - a[1] * b[0]
  ];
  const u = cross2(side5, normal2);
  const v = cross2(normal2, u);
  return [
    [-1, -1],
    [1, -1],
    [1, 1],
    [-1, 1]
  ].map(([p, q]) => [
    at4[0] + 9 * (p * u[0] + q * v[0]),
    at4[1] + 9 * (p * u[1] + q * v[1]),
    at4[2] + 9 * (p * u[2] + q * v[2])
  ]);
}
function crystal() {
  const mesh = newMesh();
  mesh.facets(
    halves.map(
      (own) => halves.reduce(
        (facet, each) => each === own ? facet : cut(facet, each),
        square(own)
      )
    ).filter((facet) => facet.length > 2)
  );
  return mesh.done();
}

// core/model/profile.ts
var STEPS4 = 8;
var isSharp = (points, i) => i <= 0 || i >= points.length - 1 || points[i].corner;
var isRound = ({ out, corner: corner2 }) => out < 1e-4 && !corner2;
var beyond = (end, next2) => isRound(end) ? { out: -next2.out, up: next2.up } : { out: 2 * end.out - next2.out, up: 2 * end.up - next2.up };
var cubic = (a, b, c, d, t) => b + 0.5 * t * (c - a + t * (2 * a - 5 * b + 4 * c - d + t * (3 * (b - c) + d - a)));
var turned = (runs) => runs.reduce(
  (sum2, run) => run.reduce((all, [out, up], i) => {
    const [before, from] = run[Math.max(0, i - 1)];
    return all + (out * out + out * before + before * before) / 3 * (up - from);
  }, sum2),
  0
);
function runsOf(points) {
  const runs = inOrder(points);
  return turned(runs) >= 0 ? runs : runs.reverse().map((run) => run.reverse());
}
function inOrder(points) {
  const runs = [];
  let run = [];
  for (let i = 0; i + 1 < points.length; i++) {
    const [b, c] = [points[i], points[i + 1]];
    const straight = isSharp(points, i) && isSharp(points, i + 1) && !isRound(b) && !isRound(c);
    const a = isSharp(points, i) ? beyond(b, c) : points[i - 1];
    const d = isSharp(points, i + 1) ? beyond(c, b) : points[i + 2];
    const steps = straight ? 1 : STEPS4;
    if (run.length === 0) run.push([b.out, b.up]);
    for (let k = 1; k <= steps; k++)
      run.push([
        Math.max(0, cubic(a.out, b.out, c.out, d.out, k / steps)),
        cubic(a.up, b.up, c.up, d.up, k / steps)
      ]);
    if (!isSharp(points, i + 1)) continue;
    runs.push(run);
    run = [];
  }
  return runs;
}

// core/model/lathe.ts
var ROUND2 = 96;
var CLOSED = 1e-4;
var at2 = ([out, up], column) => {
  const angle = 2 * Math.PI * column / ROUND2;
  return [out * Math.sin(angle), up, out * Math.cos(angle)];
};
function swing(mesh, run) {
  if (run.length < 2) return;
  mesh.smooth({
    rows: run.length,
    columns: ROUND2,
    round: true,
    byRows: true,
    at: (row, column) => at2(run[row], column)
  });
}
var DISC_ROWS = 6;
function disc(mesh, [out, height], up) {
  if (out < CLOSED) return;
  const rows = Array.from({ length: DISC_ROWS }, (_, i) => [
    out * i / (DISC_ROWS - 1),
    height
  ]);
  const run = up ? rows.reverse() : rows;
  mesh.smooth({
    rows: DISC_ROWS,
    columns: ROUND2,
    round: true,
    at: (row, column) => at2(run[row], column)
  });
}
function lathe(points) {
  const mesh = newMesh();
  const runs = runsOf(points);
  disc(mesh, runs[0][0], false);
  for (const run of runs) swing(mesh, run);
  disc(mesh, runs.at(-1).at(-1), true);
  return mesh.done();
}

// core/model/leaf.ts
var [ROWS2, COLUMNS2] = [61, 41];
function blade({ left, right, out, drawn, veins }) {
  const mesh = newMesh();
  const ups = Array.from({ length: ROWS2 }, (_, row) => row / (ROWS2 - 1));
  mesh.smooth({
    rows: ROWS2,
    columns: COLUMNS2,
    round: false,
    at: (row, column) => {
      const across2 = 2 * column / (COLUMNS2 - 1) - 1;
      const reach = across2 < 0 ? left(ups[row]) : right(ups[row]);
      return [across2 * reach, ups[row], out(ups[row], across2)];
    }
  });
  const least = -Math.max(...ups.map(left));
  const most = Math.max(...ups.map(right));
  return {
    ...mesh.done(veins),
    paintAt(boxX, boxY) {
      const x2 = least + (boxX + 1) / 2 * (most - least);
      const up = (boxY + 1) / 2;
      return drawn(up, x2 / (x2 < 0 ? left(up) : right(up)), x2);
    }
  };
}
var offWhole = (value) => Math.abs(value - Math.round(value));
var leafReach = (up) => 0.012 + 0.3 * Math.sin(Math.PI * up ** 0.72) ** 1.15 * (1 + 0.02 * Math.sin(70 * up));
var alongVeins = (up, x2) => {
  const off = Math.abs(x2);
  return 9.5 * (up - 1.05 * off + 0.9 * off * off * (0.4 + up)) + (x2 < 0 ? 0.45 : 0);
};
var [RIB, FINE2] = [1, 2];
function leafDrawn(up, across2, x2) {
  const off = Math.abs(x2);
  if (off < 0.011 * (1.25 - up)) return RIB;
  if (Math.abs(across2) > 0.985) return RIB;
  const along = alongVeins(up, x2);
  const fades = 1 - 0.75 * Math.abs(across2);
  if (offWhole(along) < 0.055 * fades && Math.abs(across2) < 0.95) return RIB;
  const rung = offWhole(42 * off + 0.35 * Math.sin(5 * along) + 0.5 * Math.floor(along));
  return rung < 0.07 || offWhole(3 * along + 0.15 * Math.sin(60 * off)) < 0.05 ? FINE2 : 0;
}
var leaf = () => blade({
  left: leafReach,
  right: leafReach,
  out: (up, across2) => 0.16 * up * up - 0.1 * (1 - across2 ** 2) * Math.sin(Math.PI * up) ** 0.5,
  drawn: leafDrawn,
  veins: [
    [0.62, 0.62, 0.55],
    [0.84, 0.85, 0.8]
  ]
});
var lead = (up) => 0.012 + 0.055 * Math.sin(Math.PI * up ** 1.6) ** 0.8;
var trail = (up) => 0.012 + 0.245 * Math.sin(Math.PI * Math.min(1, up) ** 1.25) ** 0.62 * (0.5 + 0.5 * up);
function scattered(column, row, which) {
  const value = Math.sin(column * 127.1 + row * 311.7 + which * 74.7) * 43758.5453;
  return value - Math.floor(value);
}
function offNet(x2, y2) {
  const [column, row] = [Math.floor(x2), Math.floor(y2)];
  let nearest = Infinity;
  let second = Infinity;
  for (let i = -1; i <= 1; i++)
    for (let k = -1; k <= 1; k++) {
      const dx = column + i + 0.5 + 0.75 * (scattered(column + i, row + k, 0) - 0.5) - x2;
      const dy = row + k + 0.5 + 0.75 * (scattered(column + i, row + k, 1) - 0.5) - y2;
      const d = Math.hypot(dx, dy);
      if (d < nearest) {
        second = nearest;
        nearest = d;
      } else if (d < second) second = d;
    }
  return second - nearest;
}
function wingDrawn(up, across2, x2) {
  if (across2 < -0.86 || across2 > 0.985) return 1;
  if (across2 < -0.35 && up > 0.8 && up < 0.88) return 1;
  const spread = (x2 + lead(up) * 0.9) / (0.03 + 0.3 * up);
  for (const each of [0.12, 0.3, 0.55])
    if (Math.abs(spread - each * (1 + 0.15 * Math.sin(3 * up))) < 6e-3 / (0.05 + 0.3 * up))
      return 1;
  const size = 24 + 14 * Math.max(0, across2);
  return offNet(x2 * size * 0.9, up * size * 0.8) < 0.085 ? 1 : 0;
}
var wing = () => blade({
  left: lead,
  right: trail,
  out: (up, across2) => 0.02 * Math.sin(5 * across2) * Math.sin(Math.PI * up),
  drawn: wingDrawn,
  veins: [[0.2, 0.15, 0.11]]
});

// core/model/movement.ts
var [BRASS, STEEL, RUBY] = [1, 2, 3];
var TURN2 = 2 * Math.PI;
var circle = (r) => () => r;
function wheel(mesh, at4, { r, teeth, spokes, back: back2, front, paint = BRASS }) {
  const tooth = (angle) => {
    const part = angle / TURN2 * teeth;
    const off = Math.abs(part - Math.round(part)) * 2;
    return r * (1 - (teeth > 0 && off > 0.5 ? 0.075 : 0));
  };
  plate(mesh, at4, {
    back: back2,
    front,
    outline: tooth,
    hole: circle(r * 0.76),
    columns: Math.max(64, teeth * 4),
    bevel: 4e-3,
    paint
  });
  plate(mesh, at4, { back: back2, front, outline: circle(r * 0.2), columns: 32, bevel: 6e-3, paint });
  for (let i = 0; i < spokes; i++) {
    const angle = i / spokes * TURN2 + 0.35;
    const [c, s] = [Math.cos(angle), Math.sin(angle)];
    const spot2 = (out, wide2, z15) => [
      at4[0] + out * c - wide2 * s,
      at4[1] + out * s + wide2 * c,
      z15
    ];
    const [near6, far, wide] = [r * 0.15, r * 0.8, r * 0.045];
    const round = (z15) => [
      spot2(near6, -wide, z15),
      spot2(far, -wide, z15),
      spot2(far, wide, z15),
      spot2(near6, wide, z15)
    ];
    mesh.facets(prism(round(back2), round(front)), { paint });
  }
}
function jewel(mesh, [x2, y2], z15, r = 0.05) {
  plate(mesh, [x2, y2], {
    back: z15 - 0.02,
    front: z15 + 8e-3,
    outline: circle(r * 1.5),
    hole: circle(r),
    columns: 40,
    bevel: 6e-3,
    paint: BRASS
  });
  ball(mesh, [x2, y2, z15 - 0.012], [r, r, 0.02], { paint: RUBY, columns: 24, rows: 13 });
}
function screw(mesh, at4, z15, turned2) {
  const r = 0.065;
  for (const half of [0, Math.PI])
    plate(mesh, at4, {
      back: z15 - 0.01,
      front: z15 + 0.03,
      outline: (angle) => {
        const off = Math.cos(angle - turned2 - half);
        return off > 0.14 ? r : 0.12 * r;
      },
      hole: (angle) => {
        const off = Math.cos(angle - turned2 - half);
        return off > 0.14 ? Math.min(r, 0.14 * r / off) : 0.1 * r;
      },
      columns: 64,
      paint: STEEL
    });
}
function bridge(mesh, at4, { reach, from, to, back: back2, front }) {
  const [middle, half] = [(from + to) / 2, (to - from) / 2];
  plate(mesh, at4, {
    back: back2,
    front,
    columns: 144,
    bevel: 0.018,
    outline: (angle) => {
      let off = Math.abs(angle - middle) % TURN2;
      if (off > Math.PI) off = TURN2 - off;
      const t = off / half;
      return t >= 1 ? 0.1 : 0.1 + (reach - 0.1) * Math.min(1, (1 - t ** 8) * 1.02);
    }
  });
}
function spring(mesh, at4, z15) {
  const steps = 130;
  const path = Array.from({ length: steps }, (_, i) => {
    const t = i / (steps - 1);
    const r = 0.045 + 0.135 * t;
    return [at4[0] + r * Math.cos(t * 5 * TURN2), at4[1] + r * Math.sin(t * 5 * TURN2), z15];
  });
  limb(
    mesh,
    path,
    path.map(() => 6e-3),
    STEEL
  );
}
function movement() {
  const mesh = newMesh();
  plate(mesh, [0, 0], { back: -0.24, front: -0.06, outline: circle(1), columns: 128, bevel: 0.02 });
  bridge(mesh, [-0.02, 0.06], { reach: 0.86, from: 0.7, to: 2.9, back: -0.06, front: 0.06 });
  bridge(mesh, [-0.08, -0.02], { reach: 0.78, from: 3.2, to: 4.25, back: -0.06, front: 0.05 });
  wheel(mesh, [-0.28, 0.46], { r: 0.33, teeth: 56, spokes: 0, back: 0.06, front: 0.11, paint: 0 });
  plate(mesh, [-0.28, 0.46], {
    back: 0.06,
    front: 0.1,
    outline: circle(0.26),
    columns: 96,
    bevel: 0.01,
    paint: 0
  });
  wheel(mesh, [0.25, 0.58], { r: 0.21, teeth: 36, spokes: 0, back: 0.06, front: 0.1, paint: 0 });
  wheel(mesh, [-0.62, -0.16], { r: 0.24, teeth: 48, spokes: 5, back: -0.03, front: 0 });
  wheel(mesh, [0, 0], { r: 0.28, teeth: 60, spokes: 5, back: -0.01, front: 0.02 });
  wheel(mesh, [0.58, 0.16], { r: 0.22, teeth: 44, spokes: 4, back: -0.03, front: 0 });
  const balance = [0.36, -0.44];
  wheel(mesh, balance, { r: 0.4, teeth: 0, spokes: 3, back: 0.03, front: 0.075 });
  spring(mesh, balance, 0.1);
  limb(
    mesh,
    [
      [0.36, -0.44, 0.13],
      [0.5, -0.56, 0.14],
      [0.6, -0.64, 0.1]
    ],
    [0.09, 0.075, 0.1],
    0
  );
  jewel(mesh, balance, 0.225, 0.045);
  jewel(mesh, [-0.62, -0.16], 0.015, 0.035);
  jewel(mesh, [0.58, 0.16], 0.015, 0.035);
  jewel(mesh, [-0.24, -0.58], 0.06);
  jewel(mesh, [-0.52, -0.42], 0.06, 0.04);
  jewel(mesh, [0.08, 0.3], 0.07, 0.045);
  screw(mesh, [-0.28, 0.46], 0.1, 0.6);
  screw(mesh, [0.25, 0.58], 0.1, 2);
  screw(mesh, [-0.7, 0.42], 0.06, 1.2);
  screw(mesh, [0.52, 0.48], 0.06, 0.2);
  screw(mesh, [-0.1, -0.72], 0.05, 2.6);
  screw(mesh, [0.62, -0.655], 0.19, 1);
  return mesh.done([
    [1.02, 0.78, 0.42],
    [0.32, 0.42, 0.85],
    [0.85, 0.08, 0.16]
  ]);
}

// core/model/vessel.ts
var NARROWEST = 0.02;
function insideOf(outer, { wallOut, wallUp }) {
  const inner = [];
  const foot = outer[0][1] + wallUp * 1.5;
  outer.forEach(([out, up], i) => {
    const [a, b] = [outer[Math.max(0, i - 1)], outer[Math.min(outer.length - 1, i + 1)]];
    const way = [(b[0] - a[0]) / wallOut, (b[1] - a[1]) / wallUp];
    const size = Math.hypot(...way) || 1;
    const last = i === outer.length - 1;
    const spot2 = [
      Math.max(NARROWEST, out - wallOut * (last ? size : way[1]) / size),
      last ? up : up + wallUp * way[0] / size
    ];
    const before = inner.at(-1);
    if (!before) {
      if (spot2[1] > foot) inner.push([spot2[0], foot], spot2);
    } else if (spot2[1] > before[1] + 1e-6) inner.push(spot2);
  });
  return inner;
}
function partedAt(line5, height) {
  const above = line5.findIndex((spot3) => spot3[1] > height);
  if (above <= 0) return above === 0 ? [[], [...line5]] : [[...line5], []];
  const [a, b] = [line5[above - 1], line5[above]];
  const t = (height - a[1]) / (b[1] - a[1]);
  const spot2 = [a[0] + t * (b[0] - a[0]), height];
  return [
    [...line5.slice(0, above), spot2],
    [spot2, ...line5.slice(above)]
  ];
}
var back = (line5) => [...line5].reverse();
function vessel(shape) {
  const runs = runsOf(shape.profile);
  const outer = runs.flat();
  const inner = insideOf(outer, shape);
  const out = Math.max(...outer.map((spot2) => spot2[0]));
  const ups = outer.map((spot2) => spot2[1]);
  const [least, most] = [Math.min(...ups), Math.max(...ups)];
  const done = (mesh) => mesh.done(
    [],
    [
      [-out, least, -out],
      [out, most, out]
    ]
  );
  const dry = newMesh();
  disc(dry, outer[0], false);
  for (const run of runs) swing(dry, run);
  if (inner.length < 2) {
    disc(dry, outer.at(-1), true);
    return { dry: done(dry), wet: null, level: null, levelAt: null };
  }
  const [foot, top] = [inner[0][1], inner.at(-1)[1]];
  const height = foot + Math.min(0.999, shape.filled) * (top - foot);
  const [under, over] = shape.filled > 0 ? partedAt(inner, height) : [[], inner];
  swing(dry, [outer.at(-1), inner.at(-1)]);
  swing(dry, back(over));
  if (under.length === 0) {
    disc(dry, inner[0], true);
    return { dry: done(dry), wet: null, level: null, levelAt: null };
  }
  const wet = newMesh();
  swing(wet, back(under));
  disc(wet, under[0], true);
  const level = newMesh();
  disc(level, under.at(-1), true);
  return {
    dry: done(dry),
    wet: done(wet),
    level: done(level),
    levelAt: 2 * (under.at(-1)[1] - least) / (most - least) - 1
  };
}

// core/set/subjectMesh.ts
var MESHED = [
  "lathe",
  "vessel",
  "coin",
  "crystal",
  "beetle",
  "crab",
  "movement",
  "leaf",
  "wing",
  "own"
];
var isMeshed = (subject) => MESHED.includes(subject.shape);
var KEPT = 32;
var kept = /* @__PURE__ */ new Map();
function once(key, make) {
  const known3 = kept.get(key);
  const made = known3 ?? make();
  kept.delete(key);
  kept.set(key, made);
  if (kept.size > KEPT) kept.delete(kept.keys().next().value);
  return made;
}
var greys = (relief) => Uint8Array.from(atob(relief), (letter) => letter.charCodeAt(0));
var MOST_WALL = 0.45;
var rounded = (share3) => Math.max(0.01, Math.round(share3 * 100) / 100);
function vesselShape({ profile, glass, liquid, lying, ...size }) {
  const { widthMm, depthMm, heightMm } = size;
  return {
    profile,
    wallOut: Math.min(MOST_WALL, rounded(glass.wallMm / (Math.min(widthMm, depthMm) / 2))),
    wallUp: Math.min(MOST_WALL, rounded(glass.wallMm / heightMm)),
    // What lies has run out.
    filled: lying || !liquid ? 0 : rounded(liquid.level)
  };
}
function block() {
  const round = (z15) => [
    [-1, -1],
    [1, -1],
    [1, 1],
    [-1, 1]
  ].map(([x2, y2]) => [x2, y2, z15]);
  const mesh = newMesh();
  mesh.facets(prism(round(-1), round(1)));
  return mesh.done();
}
function build2(subject) {
  switch (subject.shape) {
    case "lathe":
      return lathe(subject.profile);
    case "vessel":
      return vessel(vesselShape({ ...subject, liquid: null })).dry;
    case "coin":
      return coin(subject.relief === null ? null : greys(subject.relief));
    case "crystal":
      return crystal();
    case "beetle":
      return beetle();
    case "crab":
      return crab();
    case "movement":
      return movement();
    case "leaf":
      return leaf();
    case "wing":
      return wing();
    case "own":
      return subject.own ? ownMesh(subject.own) : block();
  }
}
function keyOf(subject) {
  const { shape, profile, relief, own } = subject;
  const from = shape === "lathe" ? [profile] : shape === "vessel" ? [vesselShape({ ...subject, liquid: null })] : shape === "coin" ? [relief] : shape === "own" ? [own] : [];
  return JSON.stringify([shape, subject.lying, ...from]);
}
var stood = (mesh, { lying }) => bvhOf(lying ? laid(mesh) : mesh);
var subjectMesh = (subject) => once(keyOf(subject), () => stood(build2(subject), subject));
function vesselMeshes(subject) {
  const shape = vesselShape(subject);
  return once(JSON.stringify(["parts", subject.lying, shape]), () => {
    const parts = vessel(shape);
    const ready = (mesh) => mesh && stood(mesh, subject);
    return {
      dry: ready(parts.dry),
      wet: ready(parts.wet),
      level: ready(parts.level),
      levelAt: parts.levelAt
    };
  });
}

// core/set/subjectBody.ts
var SUBJECT = { id: "subject", at: [0, 0, 0] };
function rotated(p, rotationDeg) {
  const c = Math.cos(toRad(rotationDeg));
  const s = Math.sin(toRad(rotationDeg));
  return [p[0] * c + p[2] * s, p[1], -p[0] * s + p[2] * c];
}
var halfSizes = (subject) => [
  subject.widthMm / 2,
  subject.heightMm / 2,
  subject.depthMm / 2
];
var X = [1, 0, 0];
var Y = [0, 1, 0];
var Z = [0, 0, 1];
function flatFaces(subject, { id: id2, at: at4 } = SUBJECT) {
  const [a, b, c] = halfSizes(subject);
  const face = (normal2, across2, upward, out, halfAcross, halfUpward, kind = "rectangle") => {
    const n = rotated(normal2, subject.rotationDeg);
    return {
      id: id2,
      kind,
      at: add(at4, scale(n, out)),
      normal: n,
      across: rotated(across2, subject.rotationDeg),
      upward: rotated(upward, subject.rotationDeg),
      halfAcross,
      halfUpward
    };
  };
  switch (subject.shape) {
    case "sheet":
      return [face(Z, X, Y, 0, a, b), face([0, 0, -1], X, Y, 0, a, b)];
    case "box":
      return [
        face(Z, X, Y, c, a, b),
        face([0, 0, -1], X, Y, c, a, b),
        face(X, Z, Y, a, c, b),
        face([-1, 0, 0], Z, Y, a, c, b),
        face(Y, X, Z, b, a, c),
        face([0, -1, 0], X, Z, b, a, c)
      ];
    case "cylinder":
      return [face(Y, X, Z, b, a, c, "disc"), face([0, -1, 0], X, Z, b, a, c, "disc")];
    case "coin":
    case "movement":
      return subject.lying ? [face(Y, X, Z, b, a, c, "disc"), face([0, -1, 0], X, Z, b, a, c, "disc")] : [face(Z, X, Y, c, a, b, "disc"), face([0, 0, -1], X, Y, c, a, b, "disc")];
    default:
      return [];
  }
}
var subjectSolid = (subject, body, { id: id2, at: at4 } = SUBJECT) => ({
  ...body,
  id: id2,
  at: at4,
  axes: [X, Y, Z].map((axis) => rotated(axis, subject.rotationDeg)),
  half: halfSizes(subject)
});
function subjectSurface(subject, standing2 = SUBJECT) {
  if (isMeshed(subject))
    return subjectSolid(subject, { kind: "mesh", mesh: subjectMesh(subject) }, standing2);
  switch (subject.shape) {
    case "plume":
      return null;
    case "sheet":
      return flatFaces(subject, standing2)[0];
    default:
      return subjectSolid(
        subject,
        { kind: subject.shape },
        standing2
      );
  }
}
function plainShape(subject) {
  const { shape, lying } = subject;
  switch (shape) {
    case "lathe":
    case "crystal":
    case "beetle":
    case "crab":
    case "own":
      return "ellipsoid";
    case "vessel":
      return lying ? "ellipsoid" : "cylinder";
    case "coin":
    case "movement":
      return lying ? "cylinder" : "box";
    case "leaf":
    case "wing":
      return "box";
    default:
      return shape;
  }
}
var plainSurface = (subject, standing2 = SUBJECT) => subjectSurface({ ...subject, shape: plainShape(subject) }, standing2);
function ellipsoidPoint(subject, n, upright) {
  const [a, b, c] = halfSizes(subject);
  const size = Math.hypot(a * n[0], upright ? 0 : b * n[1], c * n[2]) || 1e-9;
  return [a * a * n[0] / size, upright ? 0 : b * b * n[1] / size, c * c * n[2] / size];
}
var AS_GOOD = 1e-3;
var CENTRAL = 0.15;
var facing = new Float64Array(MOST_SITES + 1);
function searched(rows, half, own) {
  const [a, b, c] = half;
  let best = -Infinity;
  for (let i = 0, o = 0; o < rows.length; i++, o += 6) {
    const x2 = rows[o + 3] / a;
    const y2 = rows[o + 4] / b;
    const z15 = rows[o + 5] / c;
    const alike = (x2 * own[0] + y2 * own[1] + z15 * own[2]) / Math.sqrt(x2 * x2 + y2 * y2 + z15 * z15);
    facing[i] = alike;
    if (alike > best) best = alike;
  }
  let farthest = -Infinity;
  let chosen = 0;
  for (let i = 0, o = 0; o < rows.length; i++, o += 6) {
    if (facing[i] < best - AS_GOOD) continue;
    let out = 0;
    for (let k = 0; k < 3; k++) out += half[k] * rows[o + k] * (own[k] - CENTRAL * rows[o + k]);
    if (out <= farthest) continue;
    farthest = out;
    chosen = o;
  }
  return chosen;
}
var KEPT2 = 64;
var lastSearched = /* @__PURE__ */ new WeakMap();
function meshFacing(subject, solid, rows, wanted) {
  const { half } = solid;
  const own = rotated(wanted, -subject.rotationDeg);
  const known3 = lastSearched.get(rows) ?? /* @__PURE__ */ new Map();
  lastSearched.set(rows, known3);
  const key = `${half.join()} ${own.join()}`;
  let chosen = known3.get(key);
  if (chosen === void 0) {
    if (known3.size >= KEPT2) known3.clear();
    chosen = searched(rows, half, own);
    known3.set(key, chosen);
  }
  return sitePoint(solid, rows, chosen);
}
function sitePoint({ axes, half }, rows, o) {
  const sum2 = (from, by) => [0, 1, 2].map(
    (j) => [0, 1, 2].reduce((all, k) => all + rows[o + from + k] * by(k) * axes[k][j], 0)
  );
  return { at: sum2(0, (k) => half[k]), normal: unit(sum2(3, (k) => 1 / half[k])) };
}
function pointFacing(subject, wanted) {
  const { rotationDeg, finish } = subject;
  const body = isMeshed(subject) && finish !== "clear" ? subjectSurface(subject) : null;
  const rows = body ? sitesOf(body.mesh) : null;
  if (rows && rows.length > 0) return meshFacing(subject, body, rows, wanted);
  const shape = plainShape(subject);
  const own = (v) => rotated(v, -rotationDeg);
  if (shape === "ellipsoid" || shape === "plume")
    return { at: rotated(ellipsoidPoint(subject, own(wanted), false), rotationDeg), normal: wanted };
  const flat = flatFaces({ ...subject, shape }).reduce(
    (best, each) => dot(each.normal, wanted) > dot(best.normal, wanted) ? each : best
  );
  if (shape === "sheet" || shape === "box" || Math.abs(wanted[1]) > 0.8) return flat;
  const n = own(unit([wanted[0], 0, wanted[2]]));
  return {
    at: rotated(ellipsoidPoint(subject, n, true), rotationDeg),
    normal: rotated(n, rotationDeg)
  };
}

// core/set/onSheet.ts
function alongToPlane(sheet, from, way) {
  const slope = dot(way, sheet.normal);
  return Math.abs(slope) < 1e-9 ? null : dot(sub(sheet.at, from), sheet.normal) / slope;
}
var pointOn = (sheet, u, v) => add(
  sheet.at,
  add(scale(sheet.across, u * sheet.halfAcross), scale(sheet.upward, v * sheet.halfUpward))
);

// core/set/places.ts
var OFF_MM = 1e-4;
function behindOf(place) {
  const { at: at4, normal: normal2, through: through2 = 0 } = place;
  if (through2 === 0 || normal2 === null) return null;
  return { ...place, at: add(at4, scale(normal2, -2 * OFF_MM)), normal: scale(normal2, -1) };
}
var keyLight = (plan) => plan.lights.find((light2) => light2.role === "key") ?? plan.lights[0];
function between2(a, b) {
  const middle = add(a, b);
  return unit(middle, unit(cross(b, [1, 0, 0]), [0, 1, 0]));
}
var MIDDLE = [0, 0];
function onBackground(background, pose, x2, y2) {
  const ray = rayThrough(pose, x2, y2);
  const k = alongToPlane(background, pose.pupil, ray) ?? 0;
  const off = k > 0 ? sub(add(pose.pupil, scale(ray, k)), background.at) : [0, 0, 0];
  const inside = (value) => Math.max(-0.98, Math.min(0.98, value));
  return [
    inside(dot(off, background.across) / background.halfAcross),
    inside(dot(off, background.upward) / background.halfUpward)
  ];
}
var FACES = {
  lens: (pose) => pose.toCamera,
  up: () => [0, 1, 0],
  left: () => [-1, 0, 0],
  right: () => [1, 0, 0]
};
function placesOf(plan, pose, background) {
  const { subject, table: table2 } = plan;
  const key = keyLight(plan);
  const toKey = unit(lightPoint(key, pose), pose.toCamera);
  const view = pose.toCamera;
  const mirrored = sub(scale(view, 2 * dot(toKey, view)), toKey);
  const throughAndThrough = subject.shape === "plume" || subject.finish === "clear";
  const onSubject = (id2, wanted) => {
    const point = pointFacing(subject, wanted);
    return {
      id: id2,
      at: add(point.at, scale(point.normal, OFF_MM)),
      normal: throughAndThrough ? null : point.normal,
      reflectance: subject.reflectance,
      through: transmittanceOf(subject) / subject.reflectance,
      on: "subject"
    };
  };
  const flatFront = isThin(subject.shape);
  const places = [onSubject("subject", flatFront ? view : between2(toKey, view))];
  if (!flatFront && subject.shape !== "plume")
    places.push(
      onSubject("shadow", between2(mirrored, view)),
      onSubject("top", [0, 1, 0]),
      onSubject("front", view)
    );
  for (const [id2, x2] of [
    ["background", 0],
    ["backgroundLeft", -1],
    ["backgroundRight", 1]
  ]) {
    const spot2 = id2 === "background" ? MIDDLE : onBackground(background, pose, x2, 0);
    places.push({
      id: id2,
      at: pointOn(background, ...spot2),
      normal: background.normal,
      reflectance: printedReflectance(plan.background, ...spot2),
      gradientStops: gradientStopsAt(plan.background, ...spot2),
      on: "background"
    });
  }
  if (table2) {
    const ray = rayThrough(pose, 0, -1);
    const k = ray[1] < -1e-9 ? (-table2.belowMm - pose.pupil[1]) / ray[1] : -1;
    const hit = add(pose.pupil, scale(ray, Math.max(0, k)));
    const z15 = k > 0 && hit[2] < pose.front[2] ? hit[2] : subject.depthMm / 2 + 20;
    places.push({
      id: "foreground",
      at: [0, -table2.belowMm, Math.min(table2.depthMm / 2, Math.max(-table2.depthMm / 2, z15))],
      normal: [0, 1, 0],
      reflectance: table2.reflectance,
      on: "table"
    });
  }
  places.push({
    id: "lens",
    at: pose.front,
    normal: scale(view, -1),
    reflectance: 0.18,
    // Inside the hood, which shades it by its angle (checks/flare.ts).
    on: bodyId("hood")
  });
  for (const own of plan.places)
    places.push({
      id: own.id,
      at: [own.xMm, own.yMm, own.zMm],
      normal: FACES[own.faces](pose),
      reflectance: own.reflectance,
      on: "free"
    });
  return places;
}
var aimPoint = (places) => (id2) => places.find((place) => place.id === id2)?.at ?? [0, 0, 0];

// core/set/shapes.ts
var isSheet = (surface) => "normal" in surface;

// core/set/same.ts
var LENS = ["magnification", "extensionMm", "dioptres", "teleconverter", "crop"];
var sameLens = (a, b) => a === b || LENS.every((key) => a[key] === b[key]);
var sameLight = (a, b) => a === b || a.strobe === b.strobe && a.modifiers === b.modifiers && a.zoomMm === b.zoomMm && a.mount === b.mount && a.at === b.at && a.aim === b.aim && a.rollDeg === b.rollDeg;
var sameStage = (a, b) => a.subject === b.subject && a.props === b.props && a.background === b.background && a.table === b.table && a.room === b.room && a.cards === b.cards && a.view.elevationDeg === b.view.elevationDeg;
var samePlaces = (a, b) => a.places === b.places && a.camera === b.camera && a.lens === b.lens && sameLens(a.focus, b.focus);
function sameLights(a, b) {
  if (a.lights === b.lights) return true;
  if (a.lights.length !== b.lights.length || keyLight(a).id !== keyLight(b).id) return false;
  for (let i = 0; i < a.lights.length; i++) if (!sameLight(a.lights[i], b.lights[i])) return false;
  return true;
}
function sameSurface(a, b) {
  if (a.id !== b.id || a.kind !== b.kind || !sameVec(a.at, b.at)) return false;
  if (isSheet(a) && isSheet(b))
    return sameVec(a.across, b.across) && sameVec(a.upward, b.upward) && a.halfAcross === b.halfAcross && a.halfUpward === b.halfUpward && a.hole === b.hole;
  if (isSheet(a) || isSheet(b) || a.mesh !== b.mesh) return false;
  return sameVec(a.half, b.half) && a.axes.every((axis, k) => sameVec(axis, b.axes[k]));
}

// core/ambient/ev.ts
var exposureValue = (apertureStops, shutterStops, isoStops) => apertureStops + shutterStops - isoStops;
var evFromLux = (lux) => Math.log2(positive(lux, "lux") / 2.5);
var REFLECTED_OVER_INCIDENT = Math.log2(0.18 * 250 / (Math.PI * 12.5));
var surfaceStops = (reflectance2) => Math.log2(positive(reflectance2, "reflectance") / 0.18);

// core/set/props.ts
var UNDER_SHARE = 0.92;
var holdsLiquid = ({ shape, finish, liquid, lying }) => shape === "vessel" && finish === "clear" && liquid !== null && !lying;
function levelMm(subject) {
  const level = holdsLiquid(subject) ? vesselMeshes(subject).levelAt : null;
  return (level ?? 1) * subject.heightMm / 2;
}
function middleMm({ subject, table: table2 }, prop) {
  const half = prop.heightMm / 2;
  switch (prop.rests) {
    case "free":
      return prop.yMm;
    case "table":
      return half - (table2?.belowMm ?? subject.heightMm / 2);
    case "under":
      return -subject.heightMm / 2 - half;
    case "on":
      return subject.heightMm / 2 + half;
    case "afloat":
      return levelMm(subject) + half * (1 - 2 * UNDER_SHARE);
  }
}
var propStanding = (plan, prop) => ({
  id: prop.id,
  at: [prop.xMm, middleMm(plan, prop), prop.zMm]
});

// core/set/sheets.ts
function cardSheet(card, placeAt) {
  const normal2 = cardNormal(card, placeAt);
  return {
    id: card.id,
    kind: "rectangle",
    at: pointOf(card.at),
    normal: normal2,
    ...basisOf(normal2),
    halfAcross: card.widthMm / 2,
    halfUpward: card.heightMm / 2
  };
}
var tableSheet = (table2) => ({
  id: "table",
  kind: "rectangle",
  at: [0, -table2.belowMm, 0],
  normal: [0, 1, 0],
  across: [1, 0, 0],
  upward: [0, 0, 1],
  halfAcross: table2.widthMm / 2,
  halfUpward: table2.depthMm / 2
});
function backgroundSheet(plan, pose) {
  const { distanceMm, tiltDeg, widthMm, heightMm } = plan.background;
  const tilt = toRad(tiltDeg);
  const normal2 = add(scale(pose.toCamera, Math.cos(tilt)), scale(pose.up, Math.sin(tilt)));
  return {
    id: "background",
    kind: "rectangle",
    at: scale(pose.toCamera, -distanceMm),
    normal: normal2,
    across: pose.right,
    upward: cross(normal2, pose.right),
    halfAcross: widthMm / 2,
    halfUpward: heightMm / 2
  };
}

// core/set/between.ts
var ballOf = (each) => isSheet(each) ? [
  ...each.at,
  each.kind === "rectangle" ? Math.hypot(each.halfAcross, each.halfUpward) : Math.max(each.halfAcross, each.halfUpward)
] : [...each.at, each.kind === "ellipsoid" ? Math.max(...each.half) : Math.hypot(...each.half)];
var planeOf = ({ normal: normal2, at: at4 }) => [
  ...normal2,
  normal2[0] * at4[0] + normal2[1] * at4[1] + normal2[2] * at4[2]
];
function betweenOf(list) {
  const count = list.length;
  const flat = list.map(isSheet);
  const planes = Float64Array.from(
    list.flatMap((each) => isSheet(each) ? planeOf(each) : [0, 0, 0, 0])
  );
  const own = Float64Array.from(list.flatMap(ballOf));
  return (balls7, skip, out) => {
    const ax = balls7[0];
    const ay = balls7[1];
    const az = balls7[2];
    const aRadius = balls7[3];
    const bx = balls7[4];
    const by = balls7[5];
    const bz = balls7[6];
    const bRadius = balls7[7];
    const dx = bx - ax;
    const dy = by - ay;
    const dz = bz - az;
    const d2 = dx * dx + dy * dy + dz * dz || 1e-12;
    const widest = aRadius > bRadius ? aRadius : bRadius;
    const lean = (bRadius - aRadius) / Math.sqrt(d2);
    const slant = 1 / Math.sqrt(Math.max(1e-3, 1 - lean * lean));
    let found2 = 0;
    for (let i = 0; i < count; i++) {
      if (i === skip) continue;
      const o = i * 4;
      if (flat[i]) {
        const a = ax * planes[o] + ay * planes[o + 1] + az * planes[o + 2] - planes[o + 3];
        const b = bx * planes[o] + by * planes[o + 1] + bz * planes[o + 2] - planes[o + 3];
        if (a >= aRadius - 1e-7 && b >= bRadius - 1e-7) continue;
        if (-a >= aRadius - 1e-7 && -b >= bRadius - 1e-7) continue;
      }
      const x2 = own[o] - ax;
      const y2 = own[o + 1] - ay;
      const z15 = own[o + 2] - az;
      const reach = own[o + 3];
      let t = (x2 * dx + y2 * dy + z15 * dz) / d2;
      t = t < 0 ? 0 : t > 1 ? 1 : t;
      const ox = x2 - t * dx;
      const oy = y2 - t * dy;
      const oz = z15 - t * dz;
      const off2 = ox * ox + oy * oy + oz * oz;
      if (off2 > (reach + widest) * (reach + widest)) continue;
      const slack = reach / Math.sqrt(d2);
      const least = aRadius + (bRadius - aRadius) * (t - slack > 0 ? t - slack : 0);
      const most = aRadius + (bRadius - aRadius) * (t + slack < 1 ? t + slack : 1);
      const wide = Math.min(widest, (least > most ? least : most) * slant);
      if (off2 > (reach + wide) * (reach + wide)) continue;
      out[found2++] = i;
    }
    return found2;
  };
}
function putBall(balls7, which, at4, radius) {
  const o = 4 * which;
  balls7[o] = at4[0];
  balls7[o + 1] = at4[1];
  balls7[o + 2] = at4[2];
  balls7[o + 3] = radius;
}

// core/set/meshNormal.ts
function meshNormal({ points, normals, corners: corners2, paints, paintAt }, data, o, met, line5, hit) {
  const triangle = met[0];
  const u = met[1];
  const v = met[2];
  const a = corners2[triangle * 3] * 3;
  const b = corners2[triangle * 3 + 1] * 3;
  const c = corners2[triangle * 3 + 2] * 3;
  const ux = points[b] - points[a];
  const uy = points[b + 1] - points[a + 1];
  const uz = points[b + 2] - points[a + 2];
  const vx = points[c] - points[a];
  const vy = points[c + 1] - points[a + 1];
  const vz = points[c + 2] - points[a + 2];
  const fx = uy * vz - uz * vy;
  const fy = uz * vx - ux * vz;
  const fz = ux * vy - uy * vx;
  const w = 1 - u - v;
  const sx = w * normals[a] + u * normals[b] + v * normals[c];
  const sy = w * normals[a + 1] + u * normals[b + 1] + v * normals[c + 1];
  const sz = w * normals[a + 2] + u * normals[b + 2] + v * normals[c + 2];
  let flat = 0;
  let smooth3 = 0;
  let size = 0;
  for (let k = 0; k < 3; k++) {
    const d = line5[3 + k];
    const n = sx * data[o + k] + sy * data[o + 4 + k] + sz * data[o + 8 + k];
    flat += d * (fx * data[o + k] + fy * data[o + 4 + k] + fz * data[o + 8 + k]);
    smooth3 += d * n;
    size += n * n;
    hit[4 + k] = n;
  }
  hit[7] = flat <= 0 ? 1 : -1;
  const spot2 = (k) => w * points[a + k] + u * points[b + k] + v * points[c + k];
  hit[8] = paintAt ? paintAt(spot2(0), spot2(1), spot2(2)) : paints[triangle];
  if (smooth3 * flat <= 0) {
    size = 0;
    for (let k = 0; k < 3; k++) {
      const n = fx * data[o + k] + fy * data[o + 4 + k] + fz * data[o + 8 + k];
      hit[4 + k] = n;
      size += n * n;
    }
  }
  const by = hit[7] / Math.sqrt(size || 1);
  for (let k = 4; k < 7; k++) hit[k] *= by;
}

// core/set/solid.ts
var BOX = 2;
var ELLIPSOID = 3;
var CYLINDER = 4;
function throughSolid(kind, ray) {
  const px = ray[0];
  const py = ray[1];
  const pz = ray[2];
  const dx = ray[3];
  const dy = ray[4];
  const dz = ray[5];
  let near6 = -Infinity;
  let far = Infinity;
  if (kind === BOX) {
    if (Math.abs(dx) < 1e-15) {
      if (Math.abs(px) >= 1) return false;
    } else {
      const s = (-1 - px) / dx;
      const t = (1 - px) / dx;
      near6 = Math.min(s, t);
      far = Math.max(s, t);
    }
    if (Math.abs(dz) < 1e-15) {
      if (Math.abs(pz) >= 1) return false;
    } else {
      const s = (-1 - pz) / dz;
      const t = (1 - pz) / dz;
      near6 = Math.max(near6, Math.min(s, t));
      far = Math.min(far, Math.max(s, t));
    }
  } else {
    const round = kind === ELLIPSOID ? 1 : 0;
    const a = dx * dx + dz * dz + round * dy * dy;
    const b = px * dx + pz * dz + round * py * dy;
    const c = px * px + pz * pz + round * py * py - 1;
    if (a < 1e-18) {
      if (c >= 0) return false;
    } else {
      const disc2 = b * b - a * c;
      if (disc2 <= 0) return false;
      const root = Math.sqrt(disc2);
      near6 = (-b - root) / a;
      far = (-b + root) / a;
    }
  }
  if (kind !== ELLIPSOID) {
    if (Math.abs(dy) < 1e-15) {
      if (Math.abs(py) >= 1) return false;
    } else {
      const s = (-1 - py) / dy;
      const t = (1 - py) / dy;
      near6 = Math.max(near6, Math.min(s, t));
      far = Math.min(far, Math.max(s, t));
    }
  }
  ray[6] = near6;
  ray[7] = far;
  return near6 < far;
}
function solidNormal(kind, data, o, hit) {
  const px = hit[1];
  const py = hit[2];
  const pz = hit[3];
  let gx = px * data[o] + py * data[o + 1] + pz * data[o + 2] - data[o + 3];
  let gy = px * data[o + 4] + py * data[o + 5] + pz * data[o + 6] - data[o + 7];
  let gz = px * data[o + 8] + py * data[o + 9] + pz * data[o + 10] - data[o + 11];
  if (kind === CYLINDER) {
    if (gy * gy >= gx * gx + gz * gz) gx = gz = 0;
    else gy = 0;
  } else if (kind === BOX) {
    const [ax, ay, az] = [Math.abs(gx), Math.abs(gy), Math.abs(gz)];
    if (ay >= ax && ay >= az) gx = gz = 0;
    else if (ax >= az) gy = gz = 0;
    else gx = gy = 0;
  }
  const x2 = gx * data[o] + gy * data[o + 4] + gz * data[o + 8];
  const y2 = gx * data[o + 1] + gy * data[o + 5] + gz * data[o + 9];
  const z15 = gx * data[o + 2] + gy * data[o + 6] + gz * data[o + 10];
  const size = Math.sqrt(x2 * x2 + y2 * y2 + z15 * z15) || 1;
  hit[4] = x2 / size;
  hit[5] = y2 / size;
  hit[6] = z15 / size;
}

// core/set/surface.ts
var EPS = 1e-6;
var [SIDE, PAINT] = [7, 8];
var RECTANGLE = 0;
var RING = 1;
var MESH = 5;
var KINDS = {
  rectangle: RECTANGLE,
  disc: RING,
  ring: RING,
  box: BOX,
  ellipsoid: ELLIPSOID,
  cylinder: CYLINDER,
  mesh: MESH
};
var ROW = 13;
function packed(list) {
  const data = new Float64Array(list.length * ROW);
  list.forEach((each, i) => {
    const { at: at4 } = each;
    const rows = isSheet(each) ? [
      [each.normal, 1],
      [each.across, each.halfAcross],
      [each.upward, each.halfUpward]
    ] : each.axes.map((axis, k) => [axis, each.half[k]]);
    rows.forEach(([axis, half], k) => {
      const row = axis.map((v) => v / half);
      data.set([...row, row[0] * at4[0] + row[1] * at4[1] + row[2] * at4[2]], i * ROW + k * 4);
    });
    if (isSheet(each)) data[i * ROW + 12] = (each.hole ?? 0) ** 2;
  });
  return data;
}
function surfacesOf(list) {
  const count = list.length;
  const kinds = Uint8Array.from(list, (each) => KINDS[each.kind]);
  const data = packed(list);
  const meshes = list.map((each) => isSheet(each) ? null : each.mesh ?? null);
  const ray = new Float64Array(8);
  const spot2 = new Float64Array(2);
  const met = new Float64Array(3);
  const atSheet = (o, kind, line5, most) => {
    const ox = line5[0];
    const oy = line5[1];
    const oz = line5[2];
    const dx = line5[3];
    const dy = line5[4];
    const dz = line5[5];
    const before = ox * data[o] + oy * data[o + 1] + oz * data[o + 2] - data[o + 3];
    const slope = dx * data[o] + dy * data[o + 1] + dz * data[o + 2];
    if (before * (before + slope * most) >= 0) return Infinity;
    const t = -before / slope;
    const x2 = ox + dx * t;
    const y2 = oy + dy * t;
    const z15 = oz + dz * t;
    const u = x2 * data[o + 4] + y2 * data[o + 5] + z15 * data[o + 6] - data[o + 7];
    const v = x2 * data[o + 8] + y2 * data[o + 9] + z15 * data[o + 10] - data[o + 11];
    if (kind === RECTANGLE) return u <= 1 && u >= -1 && v <= 1 && v >= -1 ? t : Infinity;
    const r2 = u * u + v * v;
    return r2 <= 1 && r2 >= data[o + 12] ? t : Infinity;
  };
  const intoSolid = (o, line5) => {
    for (let k = 0; k < 3; k++) {
      const r = o + 4 * k;
      const ax = data[r];
      const ay = data[r + 1];
      const az = data[r + 2];
      ray[k] = line5[0] * ax + line5[1] * ay + line5[2] * az - data[r + 3];
      ray[3 + k] = line5[3] * ax + line5[4] * ay + line5[5] * az;
    }
  };
  const stops7 = (i, line5) => {
    const o = i * ROW;
    const kind = kinds[i];
    if (kind <= RING) {
      const t = atSheet(o, kind, line5, 1);
      return t > EPS && t < 1 - EPS;
    }
    intoSolid(o, line5);
    if (kind === MESH) {
      ray[6] = EPS;
      ray[7] = 1 - EPS;
      return meshes[i].any(ray);
    }
    if (!throughSolid(kind, ray)) return false;
    const near6 = ray[6] > 0 ? ray[6] : 0;
    const far = ray[7] < 1 ? ray[7] : 1;
    return far - near6 > EPS && far > EPS && near6 < 1 - EPS;
  };
  const stopped = (some, many, line5) => {
    for (let k = 0; k < many; k++) if (stops7(some[k], line5)) return true;
    return false;
  };
  const asked = new Float64Array(6);
  const blocked = (ax, ay, az, bx, by, bz) => {
    asked[0] = ax;
    asked[1] = ay;
    asked[2] = az;
    asked[3] = bx - ax;
    asked[4] = by - ay;
    asked[5] = bz - az;
    for (let i = 0; i < count; i++) if (stops7(i, asked)) return true;
    return false;
  };
  const putNormal2 = (i, line5, hit) => {
    const o = i * ROW;
    hit[SIDE] = 1;
    hit[PAINT] = 0;
    if (kinds[i] === MESH) {
      meshNormal(meshes[i].mesh, data, o, met, line5, hit);
      return;
    }
    if (kinds[i] <= RING) for (let k = 0; k < 3; k++) hit[4 + k] = data[o + k];
    else solidNormal(kinds[i], data, o, hit);
    if (hit[4] * line5[3] + hit[5] * line5[4] + hit[6] * line5[5] <= 0) return;
    hit[SIDE] = -1;
    for (let k = 4; k < 7; k++) hit[k] = -hit[k];
  };
  const nearest = (line5, hit) => {
    const least = line5[6];
    let best = line5[7];
    let index = -1;
    for (let i = 0; i < count; i++) {
      const kind = kinds[i];
      let t = Infinity;
      if (kind <= RING) t = atSheet(i * ROW, kind, line5, best);
      else {
        intoSolid(i * ROW, line5);
        if (kind === MESH) {
          ray[6] = least;
          ray[7] = best;
          const triangle = meshes[i].nearest(ray, spot2);
          if (triangle < 0) continue;
          t = ray[7];
          met[0] = triangle;
          met[1] = spot2[0];
          met[2] = spot2[1];
        } else if (throughSolid(kind, ray)) t = ray[6] > least ? ray[6] : ray[7];
      }
      if (!(t > least && t < best)) continue;
      best = t;
      index = i;
    }
    if (index < 0) return -1;
    hit[0] = best;
    for (let k = 0; k < 3; k++) hit[1 + k] = line5[k] + line5[3 + k] * best;
    putNormal2(index, line5, hit);
    return index;
  };
  const reaches = (i, axis, past) => {
    const each = list[i];
    const { at: at4 } = each;
    let top = 0;
    for (let k = 0; k < 3; k++) top += (at4[k] - past[k]) * axis[k];
    if (isSheet(each))
      top += Math.abs(dot(each.across, axis)) * each.halfAcross + Math.abs(dot(each.upward, axis)) * each.halfUpward;
    else for (let k = 0; k < 3; k++) top += Math.abs(dot(each.axes[k], axis)) * each.half[k];
    return top > 0;
  };
  const convex = (i) => list[i].kind !== "ring" && list[i].kind !== "mesh";
  return { list, blocked, convex, stops: stops7, stopped, reaches, between: betweenOf(list), nearest };
}

// core/set/scene.ts
var headsOf = (plan, pose, places) => plan.lights.map((light2) => headOf(light2, pose, aimPoint(places)));
function sceneOf(plan) {
  const pose = poseOf(plan);
  const background = backgroundSheet(plan, pose);
  const places = placesOf(plan, pose, background);
  const cards = plan.cards.filter((card) => card.on).map((card) => ({ card, sheet: cardSheet(card, aimPoint(places)) }));
  const bodies = [
    { body: plan.subject, standing: void 0 },
    ...plan.props.map((body) => ({ body, standing: propStanding(plan, body) }))
  ].filter(({ body }) => body.finish !== "clear" && body.shape !== "plume");
  const shown = bodies.map(({ body, standing: standing3 }) => subjectSurface(body, standing3));
  const list = [
    ...shown,
    ...cards.map(({ sheet }) => sheet),
    background,
    ...plan.table ? [tableSheet(plan.table)] : []
  ];
  const heads = headsOf(plan, pose, places);
  const cameraBodies = cameraBodiesOf(plan, pose);
  const headBodies2 = headBodiesOf(plan, heads);
  const standing2 = [...list, ...cameraBodies, ...headBodies2];
  const plain2 = bodies.map(({ body, standing: standing3 }) => plainSurface(body, standing3));
  const fixed = [...list.map((each, i) => plain2[i] ?? each), ...cameraBodies];
  return {
    pose,
    places,
    background,
    cards,
    placesOn: places.map(({ on }) => standing2.findIndex((each) => each.id === on)),
    surfaces: surfacesOf(list),
    cameraBodies,
    headBodies: headBodies2,
    fixed: surfacesOf(fixed),
    standing: surfacesOf(standing2),
    placeStops: places.map((place) => surfaceStops(place.reflectance)),
    heads
  };
}

// core/set/faceLight.ts
function fromFacePoint(emitter2, line5, normal2) {
  const { axis, across: across2, upward, shape, limitCos } = emitter2;
  const dx = line5[3];
  const dy = line5[4];
  const dz = line5[5];
  const d2 = Math.max(0.25, dx * dx + dy * dy + dz * dz);
  const d = Math.sqrt(d2);
  const cosOff = -(dx * axis[0] + dy * axis[1] + dz * axis[2]) / d;
  if (cosOff <= 0 || cosOff < limitCos) return 0;
  const cosIn = normal2 === null ? 1 : (dx * normal2[0] + dy * normal2[1] + dz * normal2[2]) / d;
  if (cosIn <= 0) return 0;
  const round = shape.length > 1 ? Math.atan2(
    -(dx * upward[0] + dy * upward[1] + dz * upward[2]),
    -(dx * across2[0] + dy * across2[1] + dz * across2[2])
  ) : 0;
  return shape(cosOff, round) * cosIn * 1e6 / d2;
}

// core/set/faceRegion.ts
var OUT = 0;
var IN = 1;
var UNSURE = 2;
var DISCS = { face: 0, seen: 3, spot: 6 };
var discs = new Float64Array(9);
var hole = 0;
var halfU = 0;
var halfV = 0;
var rectangle = false;
var midU = 0;
var midV = 0;
var first = { sectors: false, p: 0, q: 0, halfP: 0, halfQ: 0, count: 1, level: 0 };
var spot = new Float64Array(2);
var corners = new Float64Array(8);
var put = (disc2, u, v, radius) => {
  discs[disc2] = u;
  discs[disc2 + 1] = v;
  discs[disc2 + 2] = radius;
};
var within2 = (a, b) => discs[b + 2] === Infinity || length2(discs[a] - discs[b], discs[a + 1] - discs[b + 1]) + discs[a + 2] <= discs[b + 2] * (1 + 1e-12);
function wholeDisc() {
  let least = DISCS.face;
  for (const disc2 of [DISCS.seen, DISCS.spot])
    if (discs[disc2 + 2] < discs[least + 2] || rectangle && least === DISCS.face) least = disc2;
  if (discs[least + 2] === Infinity) return -1;
  if (least !== DISCS.face) {
    if (hole > 0) return -1;
    if (rectangle && (Math.abs(discs[least]) + discs[least + 2] > halfU || Math.abs(discs[least + 1]) + discs[least + 2] > halfV))
      return -1;
  }
  return (rectangle || within2(least, DISCS.face)) && within2(least, DISCS.seen) && within2(least, DISCS.spot) ? least : -1;
}
function putSectors(disc2, coarse) {
  first.sectors = true;
  midU = discs[disc2];
  midV = discs[disc2 + 1];
  const inner = disc2 === DISCS.face ? hole : 0;
  const outer = discs[disc2 + 2];
  const thin = inner > outer / 2;
  first.count = thin ? 16 : coarse ? 4 : 8;
  first.level = 2;
  first.halfP = Math.PI / first.count;
  first.p = first.halfP;
  first.q = (inner * inner + outer * outer) / 2;
  first.halfQ = (outer * outer - inner * inner) / 2;
}
function putRectangle() {
  first.sectors = false;
  let [u0, u1, v0, v1] = [-halfU, halfU, -halfV, halfV];
  for (const disc2 of [DISCS.seen, DISCS.spot]) {
    u0 = Math.max(u0, discs[disc2] - discs[disc2 + 2]);
    u1 = Math.min(u1, discs[disc2] + discs[disc2 + 2]);
    v0 = Math.max(v0, discs[disc2 + 1] - discs[disc2 + 2]);
    v1 = Math.min(v1, discs[disc2 + 1] + discs[disc2 + 2]);
  }
  first.p = (u0 + u1) / 2;
  first.q = (v0 + v1) / 2;
  first.halfP = (u1 - u0) / 2;
  first.halfQ = (v1 - v0) / 2;
  first.count = 1;
  first.level = 0;
  return u0 < u1 && v0 < v1;
}
function setRegion(emitter2, u, v, ahead, coarse) {
  const { face, tube, radiusMm, limitTan } = emitter2;
  const depth = tube?.lengthMm ?? 0;
  if (ahead <= depth) return false;
  rectangle = face.kind === "rectangle";
  halfU = face.kind === "rectangle" ? face.widthMm / 2 : radiusMm;
  halfV = face.kind === "rectangle" ? face.heightMm / 2 : radiusMm;
  hole = face.kind === "ring" ? face.innerMm / 2 : 0;
  put(DISCS.face, 0, 0, rectangle ? Infinity : radiusMm);
  const away = ahead - depth;
  if (tube)
    put(DISCS.seen, -u * depth / away, -v * depth / away, tube.radiusMm * ahead / away);
  else put(DISCS.seen, 0, 0, Infinity);
  put(DISCS.spot, u, v, ahead * limitTan);
  const disc2 = wholeDisc();
  if (disc2 < 0) return putRectangle();
  putSectors(disc2, coarse);
  return true;
}
var areaOf2 = (halfP, halfQ) => first.sectors ? 2 * halfP * halfQ : 4 * halfP * halfQ;
function putSpot(p, q) {
  if (first.sectors) {
    const r = Math.sqrt(q);
    spot[0] = midU + r * Math.cos(p);
    spot[1] = midV + r * Math.sin(p);
  } else {
    spot[0] = p;
    spot[1] = q;
  }
}
function putCorners(p, q, halfP, halfQ) {
  if (!first.sectors) {
    corners[0] = corners[4] = p - halfP;
    corners[2] = corners[6] = p + halfP;
    corners[1] = corners[7] = q - halfQ;
    corners[3] = corners[5] = q + halfQ;
    return;
  }
  const inner = Math.sqrt(Math.max(0, q - halfQ));
  const outer = Math.sqrt(q + halfQ) / Math.cos(halfP);
  const c0 = Math.cos(p - halfP);
  const s0 = Math.sin(p - halfP);
  const c1 = Math.cos(p + halfP);
  const s1 = Math.sin(p + halfP);
  corners[0] = midU + inner * c0;
  corners[1] = midV + inner * s0;
  corners[2] = midU + outer * c1;
  corners[3] = midV + outer * s1;
  corners[4] = midU + outer * c0;
  corners[5] = midV + outer * s0;
  corners[6] = midU + inner * c1;
  corners[7] = midV + inner * s1;
}
var against = (u, v, reach, disc2) => {
  const radius = discs[disc2 + 2];
  const off = length2(u - discs[disc2], v - discs[disc2 + 1]);
  return off - reach >= radius ? OUT : off + reach <= radius ? IN : UNSURE;
};
function inFace(u, v, reach) {
  if (rectangle) return IN;
  const outer = against(u, v, reach, DISCS.face);
  if (outer === OUT || hole === 0) return outer;
  const r = length2(u, v);
  if (r + reach <= hole) return OUT;
  return outer === IN && r - reach >= hole ? IN : UNSURE;
}
function inBeam(u, v, reach) {
  const seen = against(u, v, reach, DISCS.seen);
  const lit = against(u, v, reach, DISCS.spot);
  return seen === OUT || lit === OUT ? OUT : seen === IN && lit === IN ? IN : UNSURE;
}
var onFace = (u, v) => first.sectors || inFace(u, v, 0) === IN && against(u, v, 0, DISCS.seen) === IN;
var overFace = ({ at: at4, across: across2, upward, axis }, point) => {
  const x2 = point[0] - at4[0];
  const y2 = point[1] - at4[1];
  const z15 = point[2] - at4[2];
  return [
    x2 * across2[0] + y2 * across2[1] + z15 * across2[2],
    x2 * upward[0] + y2 * upward[1] + z15 * upward[2],
    x2 * axis[0] + y2 * axis[1] + z15 * axis[2]
  ];
};

// core/set/faceCells.ts
var FINE3 = 4;
var COARSE = 2;
var MOST_CELLS = 1024;
var DEEPEST2 = 7;
var ENOUGH = 0.4;
var RIM2 = 0.2;
var SMOOTH = 0.7 / Math.SQRT2;
var GAUSS = 1 / Math.sqrt(3);
var NARROW = 1 / 8;
var ASKEW = [-0.75, -0.25, 0.75, 0.25];
var cells = new Float64Array(2 * MOST_CELLS);
var next = new Float64Array(2 * MOST_CELLS);
var emitter;
var surfaces;
var at3;
var normal = null;
var blockers;
var blockerCount = 0;
var line = new Float64Array(6);
var cornerLines = [0, 1, 2, 3].map(() => new Float64Array(6));
var frame = new Float64Array(9);
function lineTo(to, row, o) {
  const u = row[o];
  const v = row[o + 1];
  to[3] = frame[0] + u * frame[3] + v * frame[6];
  to[4] = frame[1] + u * frame[4] + v * frame[7];
  to[5] = frame[2] + u * frame[5] + v * frame[8];
}
function lightOfSpot() {
  lineTo(line, spot, 0);
  return fromFacePoint(emitter, line, normal);
}
function shadeOf(reach, level) {
  for (let k = 0; k < 4; k++) lineTo(cornerLines[k], corners, 2 * k);
  lineTo(line, spot, 0);
  let part = false;
  for (let i = 0; i < blockerCount; i++) {
    const thing = blockers[i];
    const hides = surfaces.stops(thing, cornerLines[0]);
    if (part && !hides) continue;
    if (surfaces.stops(thing, cornerLines[1]) !== hides || surfaces.stops(thing, cornerLines[2]) !== hides || surfaces.stops(thing, cornerLines[3]) !== hides)
      part = true;
    else if (hides && (surfaces.convex(thing) || reach < NARROW * emitter.radiusMm && surfaces.stops(thing, line)))
      return OUT;
    else if (hides || surfaces.stops(thing, line)) part = true;
  }
  if (part) return UNSURE;
  return level >= 3 ? IN : mayHide(reach) ? UNSURE : IN;
}
var found = new Int32Array(64);
var balls = new Float64Array(8);
function mayHide(radius) {
  for (let k = 0; k < 3; k++) {
    balls[k] = at3[k];
    balls[4 + k] = at3[k] + line[3 + k];
  }
  balls[7] = radius;
  return surfaces.between(balls, -1, found) > 0;
}
function lightOfCell(p, q, halfP, halfQ, share3, sure) {
  let sum2 = 0;
  for (let k = 0; k < 4; k++) {
    putSpot(
      p + (sure ? k & 1 ? GAUSS : -GAUSS : ASKEW[k]) * halfP,
      q + (sure ? k & 2 ? GAUSS : -GAUSS : ASKEW[k + 1 & 3]) * halfQ
    );
    if (!sure && !onFace(spot[0], spot[1])) continue;
    const e = lightOfSpot();
    if (e > 0 && (sure || !surfaces.stopped(blockers, blockerCount, line))) sum2 += e;
  }
  return sum2 * share3 / 4;
}
function lightOfQuarters(p, q, halfP, halfQ, share3) {
  let sum2 = 0;
  for (let k = 0; k < 4; k++)
    sum2 += lightOfCell(
      p + (k & 1 ? halfP : -halfP) / 2,
      q + (k & 2 ? halfQ : -halfQ) / 2,
      halfP / 2,
      halfQ / 2,
      share3 / 4,
      false
    );
  return sum2;
}
function reachOf2() {
  let most = 0;
  for (let k = 0; k < 8; k += 2) {
    const u = corners[k] - spot[0];
    const v = corners[k + 1] - spot[1];
    most = Math.max(most, u * u + v * v);
  }
  return Math.sqrt(most);
}
var rise = new Float64Array(3);
function aboveHorizon() {
  let up = 0;
  for (let k = 0; k < 8; k += 2)
    if (rise[0] + rise[1] * corners[k] + rise[2] * corners[k + 1] > 0) up++;
  return up === 0 ? OUT : up === 4 ? IN : UNSURE;
}
function faceCells(ofEmitter, inSurfaces, point, facing2, things, count, least) {
  emitter = ofEmitter;
  surfaces = inSurfaces;
  at3 = point;
  normal = facing2;
  blockers = things;
  blockerCount = count;
  const { across: across2, upward, axis, smoothTan, areaMm2 } = emitter;
  const [overU, overV, ahead] = overFace(emitter, at3);
  if (ahead <= 0 || !setRegion(emitter, overU, overV, ahead, least < FINE3)) return 0;
  for (let k = 0; k < 3; k++) {
    line[k] = at3[k];
    for (const corner2 of cornerLines) corner2[k] = at3[k];
    frame[k] = emitter.at[k] - at3[k];
    frame[3 + k] = across2[k];
    frame[6 + k] = upward[k];
  }
  rise[0] = normal === null ? 1 : dot(normal, axis) * -ahead - overU * dot(normal, across2) - overV * dot(normal, upward);
  rise[1] = normal === null ? 0 : dot(normal, across2);
  rise[2] = normal === null ? 0 : dot(normal, upward);
  let halfP = first.halfP;
  let halfQ = first.halfQ;
  for (let i = 0; i < first.count; i++) {
    cells[2 * i] = first.p + 2 * i * halfP;
    cells[2 * i + 1] = first.q;
  }
  const enough = least < FINE3 ? 0.8 : ENOUGH;
  let waiting = first.count;
  let sum2 = 0;
  for (let level = first.level; waiting > 0; level++) {
    const share3 = areaOf2(halfP, halfQ) / areaMm2;
    let kept3 = 0;
    let coarse = 0;
    let unsure = 0;
    for (let i = 0; i < waiting; i++) {
      const p = cells[2 * i];
      const q = cells[2 * i + 1];
      putSpot(p, q);
      const u = spot[0];
      const v = spot[1];
      if (first.sectors) putCorners(p, q, halfP, halfQ);
      const reach = first.sectors ? reachOf2() : length2(halfP, halfQ);
      const face = first.sectors ? IN : inFace(u, v, reach);
      const beam = first.sectors || face === OUT ? IN : inBeam(u, v, reach);
      if (face === OUT || beam === OUT) continue;
      if (!first.sectors) putCorners(p, q, halfP, halfQ);
      const above = aboveHorizon();
      if (above === OUT) continue;
      const shade = blockerCount === 0 ? IN : shadeOf(reach, level);
      if (shade === OUT) continue;
      const sure = face === IN && beam === IN && above === IN && shade === IN;
      const far = Math.min(length2(length2(u - overU, v - overV), ahead), ahead * smoothTan);
      if (sure && reach < SMOOTH * far) {
        sum2 += lightOfCell(p, q, halfP, halfQ, share3, true);
        continue;
      }
      if (sure) coarse++;
      else {
        const weight = shade === IN && beam === IN ? RIM2 : 1;
        unsure += Math.max(lightOfSpot(), 1e-30) * share3 * weight;
      }
      cells[2 * kept3] = p;
      cells[2 * kept3 + 1] = q;
      kept3++;
    }
    const settled2 = level >= least && coarse === 0 && unsure < enough * (sum2 + unsure / 2);
    if (settled2 || level >= DEEPEST2 || 4 * kept3 > MOST_CELLS) {
      const fine = !settled2 && least >= FINE3;
      for (let i = 0; i < kept3; i++)
        sum2 += fine ? lightOfQuarters(cells[2 * i], cells[2 * i + 1], halfP, halfQ, share3) : lightOfCell(cells[2 * i], cells[2 * i + 1], halfP, halfQ, share3, false);
      return sum2;
    }
    halfP /= 2;
    halfQ /= 2;
    for (let i = 0; i < kept3; i++)
      for (let k = 0; k < 4; k++) {
        next[8 * i + 2 * k] = cells[2 * i] + (k & 1 ? halfP : -halfP);
        next[8 * i + 2 * k + 1] = cells[2 * i + 1] + (k & 2 ? halfQ : -halfQ);
      }
    waiting = 4 * kept3;
    [cells, next] = [next, cells];
  }
  return sum2;
}

// core/set/samples.ts
var flatCache = /* @__PURE__ */ new WeakMap();
var cache2 = /* @__PURE__ */ new WeakMap();
function samplesOf(emitter2, level) {
  let known3 = cache2.get(emitter2);
  if (!known3) cache2.set(emitter2, known3 = []);
  return known3[level] ??= placed(emitter2, level);
}
function placed({ face, at: at4, across: across2, upward }, level) {
  const known3 = flatCache.get(face) ?? [];
  const flat = known3[level] ??= facePoints(face, level);
  flatCache.set(face, known3);
  const count = flat.length / 3;
  const points = new Float64Array(count * 4);
  for (let i = 0; i < count; i++) {
    const u = flat[i * 3];
    const v = flat[i * 3 + 1];
    for (let k = 0; k < 3; k++) points[i * 4 + k] = at4[k] + u * across2[k] + v * upward[k];
    points[i * 4 + 3] = flat[i * 3 + 2];
  }
  return points;
}
function levelFor({ face }, distanceMm) {
  const near6 = faceSizeMm(face) / Math.max(1e-6, distanceMm);
  return near6 < 0.05 ? 0 : near6 < 0.5 ? 1 : near6 < 1.2 ? 2 : near6 < 3 ? 3 : 4;
}

// core/set/gather.ts
var newGathered = () => ({ direct: 0, open: 0 });
var line2 = new Float64Array(6);
function smooth2(emitter2, samples, at4, normal2) {
  let sum2 = 0;
  for (let i = 0; i < samples.length; i += 4) {
    for (let k = 0; k < 3; k++) line2[3 + k] = samples[i + k] - at4[k];
    sum2 += samples[i + 3] * fromFacePoint(emitter2, line2, normal2);
  }
  return sum2;
}
var near = new Int32Array(64);
var balls2 = new Float64Array(8);
function between3(emitter2, surfaces2, at4, on) {
  putBall(balls2, 0, at4, 0);
  putBall(balls2, 1, emitter2.at, emitter2.radiusMm);
  const found2 = surfaces2.between(balls2, on, near);
  let count = 0;
  for (let k = 0; k < found2; k++)
    if (surfaces2.reaches(near[k], emitter2.axis, emitter2.mouth)) near[count++] = near[k];
  return count;
}
function gather(head, surfaces2, at4, normal2, on, into) {
  into.direct = into.open = 0;
  for (const emitter2 of head.emitters) add2(emitter2, surfaces2, at4, normal2, on, into);
}
function add2(emitter2, surfaces2, at4, normal2, on, into) {
  const { axis, limitTan, share: share3 } = emitter2;
  const dx = emitter2.at[0] - at4[0];
  const dy = emitter2.at[1] - at4[1];
  const dz = emitter2.at[2] - at4[2];
  const ahead = -(dx * axis[0] + dy * axis[1] + dz * axis[2]);
  if (ahead <= 0) return;
  const radius = emitter2.radiusMm;
  const d = Math.sqrt(dx * dx + dy * dy + dz * dz);
  const off = Math.sqrt(Math.max(0, d * d - ahead * ahead));
  const spot2 = ahead * limitTan;
  if (off - radius >= spot2) return;
  const above = normal2 === null ? Infinity : dx * normal2[0] + dy * normal2[1] + dz * normal2[2];
  const lean = normal2 === null ? 0 : radius * Math.sqrt(Math.max(0, 1 - dot(normal2, axis) ** 2));
  if (above + lean <= 0) return;
  const edge = emitter2.tube !== null || off + radius > spot2 || above < 1.3 * lean;
  const open = edge ? faceCells(emitter2, surfaces2, at4, normal2, near, 0, FINE3) : smooth2(
    emitter2,
    samplesOf(emitter2, levelFor(emitter2, Math.min(d, 2 * ahead * emitter2.smoothTan))),
    at4,
    normal2
  );
  if (open <= 0) return;
  const own = normal2 !== null && on >= 0 && surfaces2.convex(on) ? on : -1;
  const count = between3(emitter2, surfaces2, at4, own);
  into.open += share3 * open;
  into.direct += share3 * (count === 0 ? open : Math.min(open, faceCells(emitter2, surfaces2, at4, normal2, near, count, FINE3)));
}
function glance(emitter2, surfaces2, at4, normal2, on, distanceMm, things) {
  const { axis, limitTan } = emitter2;
  const dx = emitter2.at[0] - at4[0];
  const dy = emitter2.at[1] - at4[1];
  const dz = emitter2.at[2] - at4[2];
  const ahead = -(dx * axis[0] + dy * axis[1] + dz * axis[2]);
  const above = dx * normal2[0] + dy * normal2[1] + dz * normal2[2];
  const off = Math.sqrt(Math.max(0, distanceMm * distanceMm - ahead * ahead));
  const spot2 = ahead * limitTan;
  const lean = emitter2.radiusMm * Math.sqrt(Math.max(0, 1 - dot(normal2, axis) ** 2));
  if (above <= -lean) return 0;
  const edge = off + emitter2.radiusMm > spot2 || above < lean;
  const count = things ? between3(emitter2, surfaces2, at4, on) : 0;
  if (emitter2.tube !== null || edge && spot2 < 0.6 * emitter2.radiusMm)
    return faceCells(emitter2, surfaces2, at4, normal2, near, count, COARSE);
  const wide = 2 * emitter2.radiusMm / distanceMm;
  const samples = samplesOf(emitter2, edge && count === 0 ? 2 : edge || wide > 0.3 ? 1 : 0);
  for (let k = 0; k < 3; k++) line2[k] = at4[k];
  let sum2 = 0;
  for (let i = 0; i < samples.length; i += 4) {
    for (let k = 0; k < 3; k++) line2[3 + k] = samples[i + k] - at4[k];
    const e = fromFacePoint(emitter2, line2, normal2);
    if (e > 0 && !surfaces2.stopped(near, count, line2)) sum2 += samples[i + 3] * e;
  }
  return sum2;
}

// core/set/straight.ts
function straightLight(scene, before) {
  const { heads, places, placesOn, standing: standing2 } = scene;
  const P = places.length;
  const direct = new Float64Array(heads.length * P);
  const open = new Float64Array(heads.length * P);
  const stride = before?.straight.scene.places.length ?? 0;
  const found2 = newGathered();
  heads.forEach(
    (head, i) => places.forEach((place, j) => {
      const { at: at4, normal: normal2 } = place;
      const to = i * P + j;
      if (before?.unmoved.ways(i, j)) {
        direct[to] = before.straight.direct[i * stride + j];
        open[to] = before.straight.open[i * stride + j];
        return;
      }
      gather(head, standing2, at4, normal2, placesOn[j], found2);
      direct[to] = found2.direct;
      open[to] = found2.open;
      const back2 = behindOf(place);
      if (!back2) return;
      gather(head, standing2, back2.at, back2.normal, placesOn[j], found2);
      direct[to] += place.through * found2.direct;
      open[to] += place.through * found2.open;
    })
  );
  return { scene, direct, open };
}

// core/set/formFactor.ts
var x = new Float64Array(8);
var y = new Float64Array(8);
var z12 = new Float64Array(8);
function formFactor(points, o, corners2) {
  const px = points[o];
  const py = points[o + 1];
  const pz = points[o + 2];
  const nx = points[o + 3];
  const ny = points[o + 4];
  const nz = points[o + 5];
  let count = 0;
  let before = corners2[3];
  let up = (before[0] - px) * nx + (before[1] - py) * ny + (before[2] - pz) * nz;
  for (let i = 0; i < 4; i++) {
    const corner2 = corners2[i];
    const high = (corner2[0] - px) * nx + (corner2[1] - py) * ny + (corner2[2] - pz) * nz;
    if (up > 0 !== high > 0) {
      const t = up / (up - high);
      x[count] = before[0] + t * (corner2[0] - before[0]) - px;
      y[count] = before[1] + t * (corner2[1] - before[1]) - py;
      z12[count] = before[2] + t * (corner2[2] - before[2]) - pz;
      count++;
    }
    if (high > 0) {
      x[count] = corner2[0] - px;
      y[count] = corner2[1] - py;
      z12[count] = corner2[2] - pz;
      count++;
    }
    before = corner2;
    up = high;
  }
  let sum2 = 0;
  for (let i = 0; i < count; i++) {
    const k = i + 1 < count ? i + 1 : 0;
    const cx = y[i] * z12[k] - z12[i] * y[k];
    const cy = z12[i] * x[k] - x[i] * z12[k];
    const cz = x[i] * y[k] - y[i] * x[k];
    const sine = Math.sqrt(cx * cx + cy * cy + cz * cz);
    if (sine < 1e-12) continue;
    const cosine = x[i] * x[k] + y[i] * y[k] + z12[i] * z12[k];
    sum2 += Math.atan2(sine, cosine) * (cx * nx + cy * ny + cz * nz) / sine;
  }
  return Math.abs(sum2) / (2 * Math.PI);
}

// core/set/couplings.ts
var NEAR2 = 0.28;
var HALVINGS = 8;
var EXACT = 0.12;
var LITTLE = 2e-3;
var NOTHING = 1e-7;
var near2 = new Int32Array(64);
var balls3 = new Float64Array(8);
var line3 = new Float64Array(6);
var sum = { all: 0, seen: 0 };
function couplingsOf(place, on, reflectors, surfaces2) {
  const list = inFrontOf(place, on, reflectors, surfaces2);
  const back2 = behindOf(place);
  if (!back2) return list;
  const through2 = inFrontOf(back2, on, reflectors, surfaces2);
  return [...list, ...through2.map((each) => ({ ...each, share: each.share * place.through }))];
}
function inFrontOf({ at: place, normal: normal2 }, on, { patches, ofRoom }, surfaces2) {
  const list = [];
  let free = 0;
  line3.set(place);
  const spot2 = Float64Array.of(...place, ...normal2 ?? [0, 0, 0]);
  const addPoints = (piece, size, things) => {
    const parts = piece.parts(size > 0.3 ? 4 : size > 0.1 ? 3 : 2);
    for (let i = 0; i < parts.length; i += 7) {
      const dx = parts[i] - place[0];
      const dy = parts[i + 1] - place[1];
      const dz = parts[i + 2] - place[2];
      const d2 = dx * dx + dy * dy + dz * dz;
      const above = normal2 === null ? Math.sqrt(d2) : dx * normal2[0] + dy * normal2[1] + dz * normal2[2];
      const facing2 = -(dx * parts[i + 3] + dy * parts[i + 4] + dz * parts[i + 5]);
      if (above <= 0 || facing2 <= 0 || d2 < 1e-9) continue;
      const area = parts[i + 6];
      const share3 = above * facing2 * area / (d2 * (Math.PI * d2 + area));
      sum.all += share3;
      line3[3] = dx;
      line3[4] = dy;
      line3[5] = dz;
      if (!surfaces2.stopped(near2, things, line3)) sum.seen += share3;
    }
  };
  const shareOf = (piece, ofTheRoom) => {
    const dx = piece.at[0] - place[0];
    const dy = piece.at[1] - place[1];
    const dz = piece.at[2] - place[2];
    const d = Math.sqrt(dx * dx + dy * dy + dz * dz);
    const r = piece.radiusMm;
    putBall(balls3, 0, place, 0);
    putBall(balls3, 1, piece.at, r);
    const things = surfaces2.between(balls3, normal2 === null ? -1 : on, near2);
    const between4 = things > 0;
    const above = normal2 === null ? d : dx * normal2[0] + dy * normal2[1] + dz * normal2[2];
    const exact = normal2 !== null && piece.corners !== null && r > EXACT * d;
    sum.all = sum.seen = 0;
    if (between4 || !exact && Math.abs(above) < r) addPoints(piece, r / d, things);
    const facing2 = -(dx * piece.normal[0] + dy * piece.normal[1] + dz * piece.normal[2]);
    const share3 = exact ? facing2 <= 0 ? 0 : formFactor(spot2, 0, piece.corners) : sum.all > 0 ? sum.all : above <= 0 || facing2 <= 0 ? 0 : above * facing2 * piece.areaMm2 / (d * d * (Math.PI * d * d + piece.areaMm2));
    if (ofTheRoom) free += share3;
    const seen = between4 ? sum.all > 0 ? sum.seen / sum.all : 0 : 1;
    return share3 * seen * piece.reflectance;
  };
  const add3 = (piece, patch, halvings) => {
    const dx = piece.at[0] - place[0];
    const dy = piece.at[1] - place[1];
    const dz = piece.at[2] - place[2];
    const d2 = dx * dx + dy * dy + dz * dz;
    const r = piece.radiusMm;
    if (normal2 !== null && dx * normal2[0] + dy * normal2[1] + dz * normal2[2] + r <= 0) return;
    if (-(dx * piece.normal[0] + dy * piece.normal[1] + dz * piece.normal[2]) + r <= 0) return;
    if (halvings > 0 && r * r > NEAR2 * NEAR2 * d2 && piece.reflectance * r * r > LITTLE * d2) {
      for (const half of piece.halves()) add3(half, patch, halvings - 1);
      return;
    }
    const share3 = shareOf(piece, ofRoom[patch]);
    if (share3 > NOTHING) list.push({ piece, patch, share: share3 });
  };
  patches.forEach((patch, k) => {
    if (normal2 !== null && patch.on >= 0 && patch.on === on) return;
    add3(patch, k, HALVINGS);
  });
  if (free > 0 && normal2 !== null) {
    const factor = Math.min(1.2, Math.max(0.8, 1 / free));
    for (const each of list) if (ofRoom[each.patch]) each.share *= factor;
  }
  return list;
}

// core/set/patchLight.ts
var HALVINGS2 = 9;
var FOR_SHADOW = 2;
var near3 = new Int32Array(64);
var balls4 = new Float64Array(8);
function lightOnPatch(head, surfaces2, patch, known3) {
  let light2 = known3.get(patch);
  if (light2 === void 0) {
    light2 = 0;
    for (const emitter2 of head.emitters)
      light2 += emitter2.share * mean(emitter2, surfaces2, patch, HALVINGS2, patch.depth === 0 ? FOR_SHADOW : 1);
    known3.set(patch, light2);
  }
  return light2;
}
function overHalves(emitter2, surfaces2, patch, halvings, forShadow) {
  const [a, b] = patch.passingHalves();
  return (mean(emitter2, surfaces2, a, halvings - 1, forShadow) * a.areaMm2 + mean(emitter2, surfaces2, b, halvings - 1, forShadow) * b.areaMm2) / (a.areaMm2 + b.areaMm2);
}
function mean(emitter2, surfaces2, patch, halvings, forShadow) {
  const { at: at4, normal: normal2, radiusMm } = patch;
  const dx = emitter2.at[0] - at4[0];
  const dy = emitter2.at[1] - at4[1];
  const dz = emitter2.at[2] - at4[2];
  const ahead = -(dx * emitter2.axis[0] + dy * emitter2.axis[1] + dz * emitter2.axis[2]);
  if (ahead + radiusMm <= 0) return 0;
  if (dx * normal2[0] + dy * normal2[1] + dz * normal2[2] + emitter2.radiusMm + radiusMm <= 0) return 0;
  const d = Math.sqrt(dx * dx + dy * dy + dz * dz);
  const off = Math.sqrt(Math.max(0, d * d - ahead * ahead));
  const spot2 = Math.max(0, ahead) * emitter2.limitTan;
  const reach = radiusMm + emitter2.radiusMm;
  if (off - reach >= (ahead + radiusMm) * emitter2.limitTan) return 0;
  if (halvings > 0) {
    const soft = Math.max(1e-6, ahead * emitter2.smoothTan, emitter2.radiusMm);
    const inBeam2 = off - radiusMm < 3 * soft;
    const edge = off + reach > spot2 && radiusMm > 0.25 * Math.max(spot2, emitter2.radiusMm);
    if (radiusMm > 0.35 * d || edge || inBeam2 && radiusMm > 0.6 * soft)
      return overHalves(emitter2, surfaces2, patch, halvings, forShadow);
  }
  putBall(balls4, 0, at4, radiusMm);
  putBall(balls4, 1, emitter2.at, emitter2.radiusMm);
  const count = surfaces2.between(balls4, patch.on, near3);
  if (count > 0 && forShadow > 0 && radiusMm > 0.05 * d)
    return overHalves(emitter2, surfaces2, patch, halvings, forShadow - 1);
  return glance(emitter2, surfaces2, at4, normal2, patch.on, d, count > 0);
}

// core/set/cholesky.ts
function cholesky(m, n) {
  for (let i = 0; i < n; i += 2) {
    const p = i * n;
    const q = i + 1 < n ? p + n : p;
    for (let j = 0; j < i; j += 2) {
      const r = j * n;
      const s = r + n;
      let pr = 0;
      let ps = 0;
      let qr = 0;
      let qs = 0;
      for (let k = 0; k < j; k++) {
        const a = m[p + k];
        const b = m[q + k];
        const c = m[r + k];
        const d = m[s + k];
        pr += a * c;
        ps += a * d;
        qr += b * c;
        qs += b * d;
      }
      const first2 = m[r + j];
      const below = m[s + j];
      const second = m[s + j + 1];
      const inP = (m[p + j] - pr) / first2;
      const inQ = (m[q + j] - qr) / first2;
      m[p + j + 1] = (m[p + j + 1] - ps - inP * below) / second;
      if (q > p) m[q + j + 1] = (m[q + j + 1] - qs - inQ * below) / second;
      m[p + j] = inP;
      m[q + j] = inQ;
    }
    let pp = 0;
    let pq = 0;
    let qq = 0;
    for (let k = 0; k < i; k++) {
      const a = m[p + k];
      const b = m[q + k];
      pp += a * a;
      pq += a * b;
      qq += b * b;
    }
    const corner2 = Math.sqrt(m[p + i] - pp);
    m[p + i] = corner2;
    if (q === p) continue;
    const under = (m[q + i] - pq) / corner2;
    m[q + i] = under;
    m[q + i + 1] = Math.sqrt(m[q + i + 1] - qq - under * under);
  }
}

// core/set/exchange.ts
var MOST_REFLECTANCE = 0.98;
var SETTLED = 2e-4;
var FAR2 = 0.2;
var near4 = new Int32Array(64);
var balls5 = new Float64Array(8);
var line4 = new Float64Array(6);
function freeExchange(a, b) {
  const dx = b.at[0] - a.at[0];
  const dy = b.at[1] - a.at[1];
  const dz = b.at[2] - a.at[2];
  const d2 = dx * dx + dy * dy + dz * dz;
  const reach = a.radiusMm + b.radiusMm;
  if (reach * reach < FAR2 * d2) {
    const cosA = dx * a.normal[0] + dy * a.normal[1] + dz * a.normal[2];
    const cosB = -(dx * b.normal[0] + dy * b.normal[1] + dz * b.normal[2]);
    if (cosA <= 0 || cosB <= 0) return 0;
    return cosA * cosB * a.areaMm2 * b.areaMm2 / (Math.PI * d2 * d2);
  }
  const fromA = b.corners !== null && (a.corners === null || a.areaMm2 < b.areaMm2);
  const from = fromA ? a : b;
  const to = fromA ? b : a;
  if (!to.corners) return 0;
  const gap = Math.max(1e-6, Math.sqrt(d2) - to.radiusMm);
  const parts = from.parts(from.radiusMm > gap ? 3 : from.radiusMm > 0.25 * gap ? 2 : 1);
  const { at: at4, normal: normal2 } = to;
  let free = 0;
  for (let i = 0; i < parts.length; i += 7) {
    const x2 = parts[i];
    const y2 = parts[i + 1];
    const z15 = parts[i + 2];
    if ((x2 - at4[0]) * normal2[0] + (y2 - at4[1]) * normal2[1] + (z15 - at4[2]) * normal2[2] <= 0) continue;
    free += parts[i + 6] * formFactor(parts, i, to.corners);
  }
  return free;
}
function seenShare(a, b, surfaces2, free) {
  putBall(balls5, 0, a.at, a.radiusMm);
  putBall(balls5, 1, b.at, b.radiusMm);
  const things = surfaces2.between(balls5, a.corners ? a.on : -1, near4);
  if (things === 0) return 1;
  const weight = free / Math.min(a.areaMm2, b.areaMm2);
  const n = weight > 0.02 ? 3 : weight > 2e-3 ? 2 : 1;
  const from = a.parts(n);
  const to = b.parts(n);
  const count = n * n;
  let seen = 0;
  for (let i = 0; i < count; i++) {
    const p = i * 7;
    const q = (5 * i + 1) % count * 7;
    for (let k = 0; k < 3; k++) {
      line4[k] = from[p + k];
      line4[3 + k] = to[q + k] - line4[k];
    }
    if (!surfaces2.stopped(near4, things, line4)) seen++;
  }
  return seen / count;
}
function behind2(a, b) {
  const up = (b.at[0] - a.at[0]) * a.normal[0] + (b.at[1] - a.at[1]) * a.normal[1] + (b.at[2] - a.at[2]) * a.normal[2];
  return up + b.radiusMm <= 1e-9 || a.of === b.of && a.on === b.on && Math.abs(up) < 1e-9;
}
function exchangeAreas({ patches, ofRoom }, surfaces2) {
  const n = patches.length;
  const seen = new Float64Array(n * n);
  const free = ofRoom.includes(true) ? new Float64Array(n * n) : null;
  for (let k = 0; k < n; k++)
    for (let l = 0; l < k; l++) {
      const a = patches[k];
      const b = patches[l];
      if (behind2(a, b) || behind2(b, a)) continue;
      const all = freeExchange(a, b);
      if (all === 0) continue;
      seen[k * n + l] = all * seenShare(a, b, surfaces2, all);
      if (free) free[k * n + l] = free[l * n + k] = all;
    }
  if (free) fillRoom(patches, ofRoom, free, seen);
  const sums = new Float64Array(n);
  for (let k = 0; k < n; k++)
    for (let l = 0; l < k; l++) {
      const area = seen[k * n + l];
      sums[k] += area;
      sums[l] += area;
    }
  const most = sums.map((sum2, k) => Math.min(1, patches[k].areaMm2 / sum2));
  for (let k = 0; k < n; k++)
    for (let l = 0; l < k; l++) seen[k * n + l] *= Math.min(most[k], most[l]);
  return seen;
}
function fillRoom(patches, ofRoom, free, seen) {
  const n = patches.length;
  const factor = new Float64Array(n).fill(1);
  const sumOf = (k) => {
    let sum2 = 0;
    for (let l = 0; l < n; l++) if (ofRoom[l]) sum2 += free[k * n + l] * factor[l];
    return sum2;
  };
  let off = 1;
  for (let turn = 0; turn < 12 && off > SETTLED; turn++) {
    off = 0;
    for (let k = 0; k < n; k++)
      if (ofRoom[k]) {
        const sum2 = sumOf(k) * factor[k];
        if (sum2 <= 0) continue;
        factor[k] *= Math.sqrt(patches[k].areaMm2 / sum2);
        off = Math.max(off, Math.abs(sum2 / patches[k].areaMm2 - 1));
      }
  }
  for (let k = 0; k < n; k++)
    if (!ofRoom[k]) {
      let sum2 = 0;
      for (let l = 0; l < n; l++) if (ofRoom[l]) sum2 += free[k * n + l];
      if (sum2 > 0) factor[k] = Math.min(1.5, Math.max(0.7, patches[k].areaMm2 / sum2));
    }
  for (let k = 0; k < n; k++)
    for (let l = 0; l < k; l++)
      if (ofRoom[k] && ofRoom[l]) seen[k * n + l] *= factor[k] * factor[l];
      else if (ofRoom[l]) seen[k * n + l] *= factor[k];
      else if (ofRoom[k]) seen[k * n + l] *= factor[l];
}
function exchangeOf(reflectors, surfaces2) {
  const { patches } = reflectors;
  const n = patches.length;
  const m = exchangeAreas(reflectors, surfaces2);
  const bright = patches.map((patch) => Math.min(MOST_REFLECTANCE, patch.reflectance));
  for (let i = 0; i < n * n; i++) m[i] = -m[i];
  for (let k = 0; k < n; k++) m[k * n + k] = patches[k].areaMm2 / bright[k];
  cholesky(m, n);
  return (straight) => {
    const x2 = new Float64Array(n);
    for (let i = 0; i < n; i++) {
      let sum2 = straight[i] * patches[i].areaMm2;
      for (let k = 0; k < i; k++) sum2 -= m[i * n + k] * x2[k];
      x2[i] = sum2 / m[i * n + i];
    }
    for (let i = n - 1; i >= 0; i--) {
      const value = x2[i] = x2[i] / m[i * n + i];
      for (let k = 0; k < i; k++) x2[k] -= m[i * n + k] * value;
    }
    for (let k = 0; k < n; k++) x2[k] = x2[k] / bright[k];
    return x2;
  };
}

// core/set/cuts.ts
var straightCuts = (edges) => edges.map((at4) => ({ at: at4, lean: 0 }));
var LEAST = 0.02;
var WIDEST = 0.8;
var MOST_LEAN = 0.6;
function gapOf(a, b) {
  const one = a.at - a.lean - b.at + b.lean;
  const other = a.at + a.lean - b.at - b.lean;
  return one * other <= 0 ? 0 : Math.min(Math.abs(one), Math.abs(other));
}
function withCut(cuts, cut2) {
  const [first2, last] = [cuts[0], cuts.at(-1)];
  const fixed = cuts.filter((each) => each === first2 || each === last || each.lean !== 0);
  const fits = Math.abs(cut2.lean) <= MOST_LEAN && fixed.every((each) => gapOf(each, cut2) > LEAST);
  if (!fits && cut2.lean !== 0) return withCut(cuts, { at: cut2.at, lean: 0 });
  if (cuts.some((each) => Math.abs(each.at - cut2.at) < LEAST && cut2.lean === 0)) return cuts;
  if (!fits) return cuts;
  return [...cuts.filter((each) => fixed.includes(each) || gapOf(each, cut2) > LEAST), cut2].sort(
    (a, b) => a.at - b.at
  );
}
var filled = (cuts) => cuts.flatMap((cut2, i) => {
  const before = cuts[i - 1];
  return before && cut2.at - before.at > WIDEST ? [{ at: (cut2.at + before.at) / 2, lean: (cut2.lean + before.lean) / 2 }, cut2] : [cut2];
});
var endsAlong = (other, from, axis, half) => {
  const middle = dot(sub(other.at, from), axis);
  const reach = Math.abs(dot(other.across, axis)) * other.halfAcross + Math.abs(dot(other.upward, axis)) * other.halfUpward;
  return [(middle - reach) / half, (middle + reach) / half];
};
function cutAtCrossings(sheet, others, strips2) {
  let { us, vs } = strips2;
  for (const other of others) {
    if (other === sheet || other.id === sheet.id) continue;
    const middle = dot(sub(sheet.at, other.at), other.normal);
    const a = dot(sheet.across, other.normal) * sheet.halfAcross;
    const b = dot(sheet.upward, other.normal) * sheet.halfUpward;
    const upright = Math.abs(a) > Math.abs(b);
    const at4 = -middle / (upright ? a : b);
    if (!(Math.abs(at4) < 1)) continue;
    const spot2 = sub(upright ? pointOn(sheet, at4, 0) : pointOn(sheet, 0, at4), other.at);
    const reach = upright ? sheet.halfUpward : sheet.halfAcross;
    if (Math.abs(dot(spot2, other.across)) > other.halfAcross + reach || Math.abs(dot(spot2, other.upward)) > other.halfUpward + reach)
      continue;
    const ends = upright ? endsAlong(other, sheet.at, sheet.upward, sheet.halfUpward) : endsAlong(other, sheet.at, sheet.across, sheet.halfAcross);
    const across2 = ends.filter((end) => Math.abs(end) < 1).map((end) => ({ at: end, lean: 0 }));
    if (upright) us = withCut(us, { at: at4, lean: -b / a });
    else vs = withCut(vs, { at: at4, lean: -a / b });
    for (const cut2 of across2)
      if (upright) vs = withCut(vs, cut2);
      else us = withCut(us, cut2);
  }
  return { us: filled(us), vs: filled(vs) };
}
function meeting(u, v) {
  const at4 = (u.at + u.lean * v.at) / (1 - u.lean * v.lean);
  return [at4, v.at + v.lean * at4];
}
var POCKET = 1.2;
var IN_POCKET = 3;
function cutAtPockets(sheet, others, strips2) {
  let { us, vs } = strips2;
  for (const other of others) {
    if (other === sheet || other.id === sheet.id) continue;
    if (Math.abs(dot(other.normal, sheet.normal)) < 0.7) continue;
    const [small, large] = other.halfAcross * other.halfUpward < sheet.halfAcross * sheet.halfUpward ? [other, sheet] : [sheet, other];
    const gap = Math.abs(dot(sub(small.at, large.at), large.normal));
    if (gap > POCKET * Math.min(small.halfAcross, small.halfUpward)) continue;
    const spread = (axis, half) => {
      const [from, to] = endsAlong(other, sheet.at, axis, half);
      const low = Math.max(-1, from);
      const width = (Math.min(1, to) - low) / IN_POCKET;
      return width > 0 ? Array.from({ length: IN_POCKET + 1 }, (_, i) => low + i * width) : [];
    };
    const across2 = spread(sheet.across, sheet.halfAcross);
    const upward = spread(sheet.upward, sheet.halfUpward);
    if (across2.length === 0 || upward.length === 0) continue;
    for (const at4 of across2) us = withCut(us, { at: at4, lean: 0 });
    for (const at4 of upward) vs = withCut(vs, { at: at4, lean: 0 });
  }
  return { us, vs };
}

// core/set/patches.ts
var KEPT_DEPTH = 6;
var Patch = class _Patch {
  constructor(piece, common, u0, u1, v0, v1, depth) {
    this.piece = piece;
    this.common = common;
    this.u0 = u0;
    this.u1 = u1;
    this.v0 = v0;
    this.v1 = v1;
    this.depth = depth;
    const { at: at4, normal: normal2, areaMm2 } = piece(u0, u1, v0, v1);
    this.at = at4;
    this.normal = normal2;
    this.areaMm2 = areaMm2;
    this.reflectance = common.reflectance;
    this.of = common.of;
    this.on = common.on;
    const corners2 = [
      piece(u0, u0, v0, v0).at,
      piece(u1, u1, v0, v0).at,
      piece(u1, u1, v1, v1).at,
      piece(u0, u0, v1, v1).at
    ];
    this.corners = common.flat ? corners2 : null;
    this.radiusMm = Math.max(...corners2.map((corner2) => distance(corner2, at4)));
    const [first2, second, , last] = corners2;
    this.byU = distance(first2, second) > distance(first2, last);
  }
  piece;
  common;
  u0;
  u1;
  v0;
  v1;
  depth;
  at;
  normal;
  areaMm2;
  /** of a ball round it */
  radiusMm;
  reflectance;
  /** index into the names of the reflectors */
  of;
  /** index of the surface it is part of; −1: of none that stands in the way (a room's) */
  on;
  /** its corners in order, where it is flat and four-cornered */
  corners;
  known = null;
  byU;
  inParts = [];
  part(u0, u1, v0, v1) {
    return new _Patch(this.piece, this.common, u0, u1, v0, v1, this.depth + 1);
  }
  /**
   * Its parts in `n` rows and columns, of even size as far as it is flat.
   * @returns [part × 7] middle, normal, area in mm²
   */
  parts(n) {
    const known3 = this.inParts[n];
    if (known3) return known3;
    const made = new Float64Array(n * n * 7);
    if (this.corners) this.flatParts(n, this.corners, made);
    else this.curvedParts(n, made);
    return this.inParts[n] = made;
  }
  flatParts(n, [first2, second, third, last], made) {
    const side5 = sub(second, first2);
    const up = sub(last, first2);
    const skew = sub(sub(third, last), side5);
    for (let i = 0; i < n * n; i++) {
      const u = (i % n + 0.5) / n;
      const v = (Math.floor(i / n) + 0.5) / n;
      const along = add(side5, scale(skew, v));
      const across2 = add(up, scale(skew, u));
      for (let k = 0; k < 3; k++) {
        made[i * 7 + k] = first2[k] + u * side5[k] + v * across2[k];
        made[i * 7 + 3 + k] = this.normal[k];
      }
      made[i * 7 + 6] = Math.abs(dot(cross(along, across2), this.normal)) / (n * n);
    }
  }
  curvedParts(n, made) {
    const [du, dv] = [(this.u1 - this.u0) / n, (this.v1 - this.v0) / n];
    for (let i = 0; i < n * n; i++) {
      const u = this.u0 + i % n * du;
      const v = this.v0 + Math.floor(i / n) * dv;
      const { at: at4, normal: normal2, areaMm2 } = this.piece(u, u + du, v, v + dv);
      made.set(at4, i * 7);
      made.set(normal2, i * 7 + 3);
      made[i * 7 + 6] = areaMm2;
    }
  }
  /** Both its halves, cut across its longer way; always the same two. */
  halves() {
    return this.known ??= this.newHalves();
  }
  /** The same, but those made for a lamp's narrow beam are not kept: lamps move. */
  passingHalves() {
    return this.known ?? (this.depth < KEPT_DEPTH ? this.halves() : this.newHalves());
  }
  newHalves() {
    const { u0, u1, v0, v1 } = this;
    const [u, v] = [(u0 + u1) / 2, (v0 + v1) / 2];
    return this.byU ? [this.part(u0, u, v0, v1), this.part(u, u1, v0, v1)] : [this.part(u0, u1, v0, v), this.part(u0, u1, v, v1)];
  }
};
function cutUp(piece, common, us, vs = us) {
  const patches = [];
  for (let i = 1; i < us.length; i++)
    for (let k = 1; k < vs.length; k++)
      patches.push(new Patch(piece, common, us[i - 1], us[i], vs[k - 1], vs[k], 0));
  return patches;
}
var even = (n) => Array.from({ length: n + 1 }, (_, i) => 2 * i / n - 1);
var ofSheet = (sheet, side5 = 1) => (u0, u1, v0, v1) => ({
  at: pointOn(sheet, (u0 + u1) / 2, (v0 + v1) / 2),
  normal: scale(sheet.normal, side5),
  areaMm2: (u1 - u0) * sheet.halfAcross * (v1 - v0) * sheet.halfUpward
});
function ofQuadrilateral([first2, second, third, last], normal2) {
  const middle = scale(add(add(first2, second), add(third, last)), 0.25);
  const side5 = scale(sub(add(second, third), add(first2, last)), 0.25);
  const up = scale(sub(add(third, last), add(first2, second)), 0.25);
  const skew = scale(sub(sub(third, last), sub(second, first2)), 0.25);
  return (u0, u1, v0, v1) => {
    const u = (u0 + u1) / 2;
    const v = (v0 + v1) / 2;
    const spot2 = (k) => middle[k] + u * side5[k] + v * (up[k] + u * skew[k]);
    const along = add(side5, scale(skew, v));
    const across2 = add(up, scale(skew, u));
    return {
      at: [spot2(0), spot2(1), spot2(2)],
      normal: normal2,
      areaMm2: Math.abs(dot(cross(along, across2), normal2)) * (u1 - u0) * (v1 - v0)
    };
  };
}
function cutSheet(sheet, side5, common, { us, vs }) {
  const normal2 = scale(sheet.normal, side5);
  const corner2 = (i, k) => pointOn(sheet, ...meeting(us[i], vs[k]));
  const patches = [];
  for (let i = 1; i < us.length; i++)
    for (let k = 1; k < vs.length; k++) {
      const corners2 = [corner2(i - 1, k - 1), corner2(i, k - 1), corner2(i, k), corner2(i - 1, k)];
      patches.push(new Patch(ofQuadrilateral(corners2, normal2), common, -1, 1, -1, 1, 0));
    }
  return patches;
}
var ofDisc = (sheet) => (u0, u1, v0, v1) => {
  const angle = Math.PI * (u0 + u1) / 2;
  const r = Math.sqrt((2 + v0 + v1) / 4);
  return {
    at: pointOn(sheet, r * Math.cos(angle), r * Math.sin(angle)),
    normal: sheet.normal,
    areaMm2: Math.PI * (u1 - u0) * (v1 - v0) * sheet.halfAcross * sheet.halfUpward / 4
  };
};
var ofEllipsoid = ([a, b, c], rotationDeg) => (u0, u1, v0, v1) => {
  const angle = Math.PI * (u0 + u1) / 2;
  const y2 = (v0 + v1) / 2;
  const level = Math.sqrt(Math.max(0, 1 - y2 * y2));
  const [x2, z15] = [level * Math.cos(angle), level * Math.sin(angle)];
  const steep = [x2 / a, y2 / b, z15 / c];
  return {
    at: rotated([a * x2, b * y2, c * z15], rotationDeg),
    normal: rotated(unit(steep), rotationDeg),
    areaMm2: Math.PI * (u1 - u0) * (v1 - v0) * a * b * c * Math.hypot(...steep)
  };
};
var ofCylinder = ([a, b, c], rotationDeg) => (u0, u1, v0, v1) => {
  const angle = Math.PI * (u0 + u1) / 2;
  const along = [-a * Math.sin(angle), 0, c * Math.cos(angle)];
  return {
    at: rotated([a * Math.cos(angle), b * (v0 + v1) / 2, c * Math.sin(angle)], rotationDeg),
    normal: rotated(unit(cross([0, 1, 0], along)), rotationDeg),
    areaMm2: Math.PI * (u1 - u0) * Math.hypot(...along) * b * (v1 - v0)
  };
};

// core/set/reflectors.ts
function tableStrips(footMm, halfMm) {
  const foot = Math.min(0.5, footMm / halfMm);
  const round = (foot + Math.max(foot, 0.2) * 2) / 2;
  return round < 0.8 ? [-1, -round, -foot, foot, round, 1] : [-1, -foot, foot, 1];
}
var strips = (halfMm, othersMm) => even(Math.max(3, Math.min(6, Math.round(4 * halfMm / othersMm))));
function roomSheets(room) {
  const { widthMm, depthMm, leftMm, behindMm, ceilingMm, floorMm } = room;
  const [left, right, back2, front] = [-leftMm, widthMm - leftMm, -behindMm, depthMm - behindMm];
  const middle = [(left + right) / 2, (ceilingMm - floorMm) / 2, (back2 + front) / 2];
  const half = [widthMm / 2, (ceilingMm + floorMm) / 2, depthMm / 2];
  const side5 = (axis, to) => {
    const pick = (k) => [k === 0 ? 1 : 0, k === 1 ? 1 : 0, k === 2 ? 1 : 0];
    const normal2 = scale(pick(axis), -to);
    const across2 = pick((axis + 1) % 3);
    const at4 = [...middle];
    at4[axis] = middle[axis] + to * half[axis];
    return {
      id: "room",
      kind: "rectangle",
      at: at4,
      normal: normal2,
      across: across2,
      upward: cross(normal2, across2),
      halfAcross: half[(axis + 1) % 3],
      halfUpward: half[(axis + 2) % 3]
    };
  };
  return {
    walls: [side5(0, -1), side5(0, 1), side5(2, -1), side5(2, 1)],
    ceiling: side5(1, 1),
    floor: side5(1, -1),
    meanHalf: (half[0] + half[1] + half[2]) / 3
  };
}
function footOf(subject) {
  const [a, , c] = halfSizes(subject);
  const angle = toRad(subject.rotationDeg);
  const [co, si] = [Math.abs(Math.cos(angle)), Math.abs(Math.sin(angle))];
  const shape = plainShape(subject);
  const depth = shape === "sheet" ? 0 : c;
  return shape === "box" || shape === "sheet" ? [Math.max(1, a * co + depth * si), Math.max(1, a * si + depth * co)] : [Math.hypot(a * co, c * si), Math.hypot(a * si, c * co)];
}
var SUBJECT_CUTS = { round: 10, up: [5, 3], end: 6, box: 3, sheet: 5 };
var PROP_CUTS = { round: 6, up: [3, 2], end: 4, box: 1, sheet: 2 };
function bodyPieces(given, standing2, cuts) {
  const body = { ...given, shape: plainShape(given) };
  const half = halfSizes(body);
  const flat = flatFaces(body, standing2);
  const moved = (piece) => (u0, u1, v0, v1) => {
    const part = piece(u0, u1, v0, v1);
    return standing2 ? { ...part, at: add(part.at, standing2.at) } : part;
  };
  const round = { us: even(cuts.round), flat: false };
  switch (body.shape) {
    case "ellipsoid":
      return [{ ...round, piece: moved(ofEllipsoid(half, body.rotationDeg)), vs: even(cuts.up[0]) }];
    case "cylinder":
      return [
        { ...round, piece: moved(ofCylinder(half, body.rotationDeg)), vs: even(cuts.up[1]) },
        ...flat.map((sheet) => ({
          piece: ofDisc(sheet),
          us: even(cuts.end),
          vs: even(1),
          flat: false
        }))
      ];
    default: {
      const strips2 = even(flat.length > 2 ? cuts.box : cuts.sheet);
      return flat.map((sheet) => ({ piece: ofSheet(sheet), us: strips2, vs: strips2, flat: true }));
    }
  }
}
function reflectorsOf(plan, background, cards, indexOf) {
  const names = [];
  const patches = [];
  const common = (name2, reflectance2, flat2) => {
    let of = names.indexOf(name2);
    if (of < 0) of = names.push(name2) - 1;
    return { reflectance: reflectance2, of, on: indexOf(name2), flat: flat2 };
  };
  const cut2 = (name2, reflectance2, piece, us, vs = us, flat2 = true) => void patches.push(...cutUp(piece, common(name2, reflectance2, flat2), us, vs));
  const { table: table2, subject, room } = plan;
  const board = table2 && tableSheet(table2);
  const sheets = [...cards.map(({ sheet }) => sheet), background, ...board ? [board] : []];
  const flat = (name2, reflectance2, sheet, us, vs, side5 = 1) => {
    const strips2 = { us: straightCuts(us), vs: straightCuts(vs) };
    const cuts = cutAtPockets(sheet, sheets, cutAtCrossings(sheet, sheets, strips2));
    patches.push(...cutSheet(sheet, side5, common(name2, reflectance2, true), cuts));
  };
  for (const { card, sheet } of cards)
    if (card.kind === "card")
      for (const side5 of [1, -1])
        flat(card.id, card.reflectance, sheet, even(3), even(3), side5);
  if (table2 && board) {
    const foot = footOf(subject);
    flat(
      "table",
      table2.reflectance,
      board,
      tableStrips(foot[0], board.halfAcross),
      tableStrips(foot[1], board.halfUpward)
    );
  }
  flat("background", plan.background.reflectance, background, even(5), even(5));
  const outside = (name2, body, pieces) => {
    if (body.finish !== "clear" && body.shape !== "plume")
      for (const { piece, us, vs, flat: flat2 } of pieces) cut2(name2, body.reflectance, piece, us, vs, flat2);
  };
  outside("subject", subject, bodyPieces(subject, void 0, SUBJECT_CUTS));
  for (const prop of plan.props)
    outside(prop.id, prop, bodyPieces(prop, propStanding(plan, prop), PROP_CUTS));
  const inside = patches.length;
  if (room) {
    const { walls, ceiling, floor, meanHalf } = roomSheets(room);
    const side5 = (name2, sheet, reflectance2) => cut2(
      name2,
      reflectance2,
      ofSheet(sheet),
      strips(sheet.halfAcross, meanHalf),
      strips(sheet.halfUpward, meanHalf)
    );
    for (const sheet of walls) side5("walls", sheet, room.wallReflectance);
    side5("ceiling", ceiling, room.ceilingReflectance);
    side5("floor", floor, room.floorReflectance);
  }
  return { names, patches, ofRoom: patches.map((_, k) => k >= inside) };
}

// core/set/unmoved.ts
var samePlace = (a, b) => a !== void 0 && a.on === b.on && a.through === b.through && sameVec(a.at, b.at) && sameVec(a.normal, b.normal);
var sameBodies = (a, b) => a.length === b.length && a.every((each, i) => sameSurface(each, b[i]));
var sameCards = (a, b) => a.cards.every(({ sheet }, i) => {
  const other = b.cards[i].sheet;
  return sameVec(sheet.at, other.at) && sameVec(sheet.normal, other.normal);
});
var reachMm = ({ radiusMm, emitters }) => radiusMm + (emitters[0].tube?.lengthMm ?? 0);
var spare = new Int32Array(64);
var balls6 = new Float64Array(8);
function disturbedBy(before, now) {
  const has = (list, one) => list.some((each) => sameSurface(each, one));
  const moved = [
    ...before.headBodies.filter((each) => !has(now.headBodies, each)),
    ...now.headBodies.filter((each) => !has(before.headBodies, each))
  ];
  if (moved.length === 0) return () => false;
  const { between: between4 } = surfacesOf(moved);
  return (head, { at: at4 }) => {
    putBall(balls6, 0, at4, 0);
    putBall(balls6, 1, head.at, reachMm(head));
    return between4(balls6, -1, spare) > 0;
  };
}
function unmovedSince(before, plan, scene) {
  const was = before.scene;
  if (!sameStage(before.plan, plan) || !sameCards(was, scene) || !sameBodies(was.cameraBodies, scene.cameraBodies))
    return null;
  const places = scene.places.map((place, j) => samePlace(was.places[j], place));
  const lights = scene.heads.map((head, i) => {
    const old = was.heads[i];
    return old !== void 0 && sameLight(plan.lights[i], before.plan.lights[i]) && sameVec(head.at, old.at) && sameVec(head.axis, old.axis);
  });
  const disturbed = disturbedBy(was, scene);
  return {
    places,
    lights,
    ways: (i, j) => lights[i] && places[j] && !disturbed(scene.heads[i], scene.places[j])
  };
}

// core/set/stage.ts
function stageOf(plan, scene, near6) {
  if (near6 && sameStage(near6.plan, plan) && sameCards(near6.scene, scene)) return near6;
  const reflectors = reflectorsOf(
    plan,
    scene.background,
    scene.cards,
    (id2) => scene.surfaces.list.findIndex((each) => each.id === id2)
  );
  return { plan, scene, reflectors, bounced: exchangeOf(reflectors, scene.surfaces) };
}

// core/set/transport.ts
function lampOf(head, fixed, { reflectors, bounced }) {
  const straight = /* @__PURE__ */ new Map();
  const falls = Float64Array.from(
    reflectors.patches,
    (patch) => lightOnPatch(head, fixed, patch, straight)
  );
  const all = bounced(falls);
  return { straight, bounced: all.map((value, k) => value - falls[k]) };
}
var noBounces = (reflectors, count) => ({
  reflectors,
  bounce: new Float64Array(count),
  later: new Float64Array(count),
  bounceBy: new Float64Array(count * reflectors.length)
});
function takeBounces(into, to, other, from) {
  const R = into.reflectors.length;
  into.bounce[to] = other.bounce[from];
  into.later[to] = other.later[from];
  for (let r = 0; r < R; r++) into.bounceBy[to * R + r] = other.bounceBy[from * R + r];
}
function addBounces(into, to, lamp, couplings, lightOn, reflectorOf) {
  const R = into.reflectors.length;
  for (const { piece, patch, share: share3 } of couplings) {
    const later = lamp.bounced[patch] * share3;
    const first2 = lightOn(piece) * share3;
    into.bounce[to] += first2 + later;
    into.later[to] += later;
    into.bounceBy[to * R + reflectorOf(patch)] += first2 + later;
  }
}
function bouncesOf(scene, stage, before) {
  const { heads, places, placesOn, fixed } = scene;
  const { names, patches } = stage.reflectors;
  const P = places.length;
  const was = before?.known.transport;
  const stride = was?.scene.places.length ?? 0;
  const found2 = noBounces(names, heads.length * P);
  const couplings = places.map(
    (place, j) => before?.unmoved.places[j] ? before.known.worked.couplings[j] : couplingsOf(place, placesOn[j], stage.reflectors, fixed)
  );
  const lamps = heads.map((head, i) => {
    const kept3 = before?.unmoved.lights[i] ? before.known.worked.lamps[i] : null;
    const lamp = kept3 ?? lampOf(head, fixed, stage);
    const lightOn = (piece) => lightOnPatch(head, fixed, piece, lamp.straight);
    for (let j = 0; j < P; j++)
      if (kept3 && before.unmoved.places[j]) takeBounces(found2, i * P + j, was, i * stride + j);
      else addBounces(found2, i * P + j, lamp, couplings[j], lightOn, (k) => patches[k].of);
    return lamp;
  });
  return { ...found2, worked: { stage, couplings, lamps } };
}
function workOut(plan, near6) {
  const scene = sceneOf(plan);
  const stage = stageOf(plan, scene, near6?.worked.stage ?? null);
  const unmoved = near6?.worked.stage === stage ? unmovedSince({ plan: near6.plan, scene: near6.transport.scene }, plan, scene) : null;
  const before = near6 && unmoved ? { known: near6, straight: near6.transport, unmoved } : null;
  const { worked, ...bounces } = bouncesOf(scene, stage, before);
  return { plan, transport: { ...straightLight(scene, before), ...bounces }, worked };
}

// core/set/remembered.ts
var KEPT3 = 12;
var kept2 = [];
function remember(entry) {
  kept2.unshift(entry);
  if (kept2.length > KEPT3) kept2.pop();
  return entry;
}
function find(plan) {
  for (let i = 0; i < kept2.length; i++) {
    const entry = kept2[i];
    if (entry.plan !== plan && !(sameStage(entry.plan, plan) && samePlaces(entry.plan, plan) && sameLights(entry.plan, plan)))
      continue;
    entry.plan = plan;
    if (i > 0) {
      kept2.splice(i, 1);
      kept2.unshift(entry);
    }
    return entry;
  }
  return null;
}
function workedOut(plan) {
  const near6 = kept2.find(({ plan: other, known: known4 }) => known4 !== null && sameStage(other, plan));
  const known3 = workOut(plan, near6 ? { ...near6.known, plan: near6.plan } : null);
  return remember({ plan, transport: known3.transport, settled: true, known: known3 });
}
var onStandIn = () => void 0;
function transportOf(plan) {
  const entry = find(plan) ?? workedOut(plan);
  if (!entry.settled) onStandIn();
  return entry.transport;
}

// core/plan/readPlace.ts
var readPlaceOf = (place) => place.startsWith("background") ? "background" : "subject";

// core/plan/sameLight.ts
var near5 = (a, b) => Math.abs(a - b) < 1e-6;
var sameParts = (a, b) => a === b || JSON.stringify(a) === JSON.stringify(b);
var samePosition = (a, b) => near5(a.distanceMm, b.distanceMm) && near5(a.azimuthDeg, b.azimuthDeg) && near5(a.elevationDeg, b.elevationDeg);
var carries = (light2, strobeId, modifierIds) => light2.strobe.id === strobeId && light2.modifiers.length === modifierIds.length && light2.modifiers.every((each, i) => each.id === modifierIds[i]);
var modifierIdsOf = (light2) => light2.modifiers.map((each) => each.id);
var sameKit = (a, b) => carries(b, a.strobe.id, modifierIdsOf(a));

// core/optics/shutter.ts
var darkShare = (seconds2, curtainSeconds) => Math.max(0, 1 - positive(seconds2, "seconds") / positive(curtainSeconds, "curtainSeconds"));
var highSpeedSyncLoss = (seconds2, curtainSeconds) => Math.log2((positive(curtainSeconds, "curtainSeconds") + positive(seconds2, "seconds")) / seconds2);
function findSync(trials) {
  const clean = trials.filter((each) => each.darkShare === 0).map((each) => each.shutterStops);
  const banded = trials.filter((each) => each.darkShare > 0);
  const travels = banded.map((each) => 2 ** -each.shutterStops / (1 - each.darkShare)).sort((a, b) => a - b);
  const cleanStops = clean.length ? Math.max(...clean) : null;
  const bandedStops = banded.length ? Math.min(...banded.map((each) => each.shutterStops)) : null;
  return {
    cleanStops,
    bandedStops,
    curtainSeconds: travels[Math.floor(travels.length / 2)] ?? null,
    contradictory: cleanStops !== null && bandedStops !== null && cleanStops >= bandedStops - 1e-6
  };
}

// core/plan/sync.ts
function isPastSync(plan) {
  const { curtain, syncStops } = shutterOf(plan);
  return curtain === "focal-plane" && plan.settings.shutterStops > syncStops + 1e-6;
}
var usesHighSpeedSync = (plan, light2) => isPastSync(plan) && plan.settings.highSpeedSync && plan.camera.highSpeedSync && light2.strobe.highSpeedSync;
var TRAVEL_SHARE = 0.8;
var MOST_TRAVEL = 0.97;
function curtainTravelS(plan) {
  const syncS = secondsAt(plan.camera.syncStops);
  const measured = plan.syncTrials.length ? findSync(plan.syncTrials).curtainSeconds : null;
  return measured === null ? TRAVEL_SHARE * syncS : Math.min(measured, MOST_TRAVEL * syncS);
}
function workOutOpenTimes(plan) {
  if (isPastSync(plan)) return { firstS: Infinity, middleS: Infinity, lastS: Infinity };
  const lastS = secondsAt(plan.settings.shutterStops);
  if (shutterOf(plan).curtain === "leaf") return { firstS: lastS, middleS: lastS, lastS };
  const travelS = curtainTravelS(plan);
  return { firstS: lastS - travelS, middleS: lastS - travelS / 2, lastS };
}
var KNOWN = /* @__PURE__ */ new WeakMap();
function openTimesOf(plan) {
  const { settings, camera, lens, shutterIn, syncTrials } = plan;
  const known3 = KNOWN.get(settings);
  if (known3?.shutterStops === settings.shutterStops && known3.camera === camera && known3.lens === lens && known3.shutterIn === shutterIn && known3.syncTrials === syncTrials)
    return known3.times;
  const times2 = workOutOpenTimes(plan);
  const { shutterStops } = settings;
  KNOWN.set(settings, { camera, lens, shutterIn, syncTrials, shutterStops, times: times2 });
  return times2;
}

// core/ledger/corrections.ts
var ON_SUBJECT = /^(subject|shadow|top|front|P\d)$/;
var geometryOf = (plan, light2) => ({
  at: light2.at,
  aim: light2.aim,
  rollDeg: light2.rollDeg,
  zoomMm: light2.zoomMm,
  backgroundMm: plan.background.distanceMm,
  backgroundTiltDeg: plan.background.tiltDeg
});
var stands = (geometry, plan, light2) => samePosition(geometry.at, light2.at) && near5(geometry.rollDeg, light2.rollDeg) && geometry.zoomMm === light2.zoomMm && near5(geometry.backgroundMm, plan.background.distanceMm) && near5(geometry.backgroundTiltDeg, plan.background.tiltDeg) && sameParts(geometry.aim, light2.aim);
function heldBy(plan, source, place) {
  const light2 = plan.lights.find((each) => each.id === source);
  return {
    strobeId: light2?.strobe.id ?? null,
    modifierIds: light2 ? modifierIdsOf(light2) : [],
    highSpeedSync: light2 ? usesHighSpeedSync(plan, light2) : null,
    geometry: light2 && !ON_SUBJECT.test(place) ? geometryOf(plan, light2) : null,
    reading: light2 ? null : plan.ambient[readPlaceOf(place)]
  };
}
var fitsLight = (correction, plan, light2) => carries(light2, correction.strobeId, correction.modifierIds) && (correction.highSpeedSync === null || correction.highSpeedSync === usesHighSpeedSync(plan, light2)) && (correction.geometry === null || stands(correction.geometry, plan, light2));
function fitsAmbient({ reading, place }, plan) {
  const now = plan.ambient[readPlaceOf(place)];
  return reading === null || now !== null && sameParts(reading, now);
}
function correctionFor(plan, source, place) {
  if (plan.corrections.length === 0) return null;
  const light2 = source === "ambient" ? null : plan.lights.find((each) => each.id === source);
  let elsewhere = null;
  let bySubject = false;
  for (let i = plan.corrections.length - 1; i >= 0; i--) {
    const correction = plan.corrections[i];
    if (!correction.on || correction.source !== source) continue;
    const serves = correction.place === place || light2 && ON_SUBJECT.test(correction.place);
    if (!serves) continue;
    if (!(light2 ? fitsLight(correction, plan, light2) : fitsAmbient(correction, plan))) continue;
    if (correction.place === place) return correction;
    if (!elsewhere || correction.place === "subject" && !bySubject) {
      elsewhere = correction;
      bySubject = correction.place === "subject";
    }
  }
  return elsewhere;
}

// core/ledger/flags.ts
var standing = ({ heads, surfaces: surfaces2 }) => [
  ...heads.map(({ at: at4 }) => at4),
  ...surfaces2.list.map(({ at: at4 }) => at4)
];
var inRoom = (room, [x2, y2, z15]) => x2 > -room.leftMm && x2 < room.widthMm - room.leftMm && y2 > -room.floorMm && y2 < room.ceilingMm && z15 > -room.behindMm && z15 < room.depthMm - room.behindMm;
function findFlags(plan) {
  const flags = [];
  const { camera, settings, focus, subject } = plan;
  const lit = plan.lights.filter((light2) => light2.on);
  if (subject.finish !== "matt" || plan.places.some((place) => place.finish !== "matt"))
    flags.push("specular");
  const half = Math.min(
    subject.widthMm,
    subject.heightMm,
    subject.shape === "sheet" ? Infinity : subject.depthMm
  ) / 2;
  if (subject.shape !== "sheet" && lit.some((light2) => light2.mount === "stand" && light2.at.distanceMm < half))
    flags.push("light-inside");
  if (lit.some((light2) => light2.strobe.quench === "voltage" && light2.strobe.durations.length === 0))
    flags.push("duration-assumed");
  if (lit.some((light2) => modifiedBy(light2).held)) flags.push("modifier-held");
  if (plan.medium === "water") {
    flags.push("under-water");
    if (lit.some((light2) => light2.strobe.guideNumberWaterM === null))
      flags.push("water-guide-assumed");
  }
  if (subject.shape === "plume") flags.push("vapour");
  const { scene } = transportOf(plan);
  const { places, heads } = scene;
  if (plan.room && standing(scene).some((at4) => !inRoom(plan.room, at4))) flags.push("outside-room");
  const spot2 = places[0];
  if (spot2.normal !== null && lit.length === 1) {
    const { at: at4 } = heads[plan.lights.indexOf(lit[0])];
    const d = Math.hypot(at4[0] - spot2.at[0], at4[1] - spot2.at[1], at4[2] - spot2.at[2]);
    const cosine = ((at4[0] - spot2.at[0]) * spot2.normal[0] + (at4[1] - spot2.at[1]) * spot2.normal[1] + (at4[2] - spot2.at[2]) * spot2.normal[2]) / d;
    if (cosine < Math.cos(75 * Math.PI / 180)) flags.push("grazing");
  }
  const [least, most] = magnificationsOf(plan);
  if (focus.magnification > most * 1.0001 || focus.magnification < least * 0.9999)
    flags.push("lens-limit");
  const [widest, narrowest] = apertureRange(plan);
  const outside = (value, from, to) => value < from - 0.2 || value > to + 0.2;
  if (outside(settings.apertureStops, widest, narrowest) || outside(
    settings.shutterStops,
    camera.slowestShutterStops,
    shutterOf(plan).fastestShutterStops
  ) || outside(settings.isoStops, camera.lowestIsoStops, camera.highestIsoStops))
    flags.push("off-camera-range");
  if (plan.corrections.length > 0 && ["ambient", ...lit.map((light2) => light2.id)].some(
    (source) => ["subject", "background"].some(
      (place) => (correctionFor(plan, source, place)?.limit ?? "exact") !== "exact"
    )
  ))
    flags.push("reading-limit");
  return flags;
}

// core/ledger/cells.ts
var cameraStops = (plan) => -plan.settings.apertureStops - hiddenCloseUpLoss(plan) + plan.settings.isoStops - plan.settings.ndStops;
function evOfReading(reading) {
  const { value } = reading;
  if (value.kind === "camera")
    return exposureValue(value.apertureStops, value.shutterStops, value.isoStops) + value.scaleStops;
  return value.kind === "ev" ? value.ev : evFromLux(value.lux);
}
var meterConstantStops = ({ via }) => via === "reflected" ? -REFLECTED_OVER_INCIDENT : 0;
function ambientSurfaceStops(plan, place, reading) {
  if (reading.via === "incident") return surfaceStops(place.reflectance);
  const own = readPlaceOf(place.id) === "background" ? plan.background.reflectance : plan.subject.reflectance;
  return place.reflectance === own ? 0 : Math.log2(place.reflectance / own);
}
function close(plan, source, place, state, sum2, limit = "exact") {
  const correction = correctionFor(plan, source, place);
  const level = sum2 + (correction?.stops ?? 0);
  return { source, place, state, level, limit: correction?.limit ?? limit };
}
function ambientCell(plan, place) {
  const reading = plan.ambient[readPlaceOf(place.id)];
  if (!reading)
    return {
      source: "ambient",
      place: place.id,
      state: "unknown",
      level: -Infinity,
      limit: "exact"
    };
  const atReading = reading.via === "lens" && !plan.camera.showsEffective ? closeUpLossOf(plan, reading.atMagnification) : 0;
  const sum2 = evOfReading(reading) + meterConstantStops(reading) + ambientSurfaceStops(plan, place, reading) + (place.gradientStops ?? 0) + atReading - plan.ambient.shadeStops - plan.settings.shutterStops + cameraStops(plan);
  return close(plan, "ambient", place.id, "known", sum2, reading.limit);
}
var flashSecondsOf = ({ strobe: strobe2, powerStops }) => flashDuration(powerStops, strobe2);
function shutterLoss(plan, light2) {
  if (usesHighSpeedSync(plan, light2))
    return {
      kind: "highSpeedSync",
      stops: -highSpeedSyncLoss(
        secondsAt(plan.settings.shutterStops),
        secondsAt(plan.camera.syncStops)
      ) - light2.strobe.highSpeedPenaltyStops
    };
  const stops7 = cutStops(pulseOf(light2.powerStops, light2.strobe), openTimesOf(plan).middleS);
  if (stops7 === 0) return { kind: null, stops: stops7 };
  return { kind: shutterOf(plan).curtain === "leaf" ? "leafClip" : "curtainClip", stops: stops7 };
}
var WATER_SHARE = 0.4;
function guideNumberOf({ medium }, light2) {
  const { strobe: strobe2 } = light2;
  const { guideNumberM } = zoomOf(light2);
  if (medium !== "water") return guideNumberM;
  return strobe2.guideNumberWaterM === null ? WATER_SHARE * guideNumberM : strobe2.guideNumberWaterM * (guideNumberM / strobe2.guideNumberM);
}
var unitsStops = ({ units }) => Math.log2(units);
var NOTHING2 = 2 ** -24;
var lightStops = (plan, light2) => guideStops(guideNumberOf(plan, light2)) + unitsStops(light2) + light2.powerStops + modifiedBy(light2).totalStops + cameraStops(plan) + shutterLoss(plan, light2).stops;
function lightCell(plan, transport, i, j, base) {
  const light2 = plan.lights[i];
  const { places } = transport.scene;
  const place = places[j];
  const none = (state) => ({
    source: light2.id,
    place: place.id,
    state,
    level: -Infinity,
    limit: "exact"
  });
  if (!light2.on) return none("off");
  const at4 = i * places.length + j;
  const arrives = transport.direct[at4] + transport.bounce[at4];
  if (arrives < NOTHING2) {
    if (transport.open[at4] > NOTHING2) return none("shadowed");
    const head = transport.scene.heads[i];
    const facing2 = place.normal === null ? 1 : (head.at[0] - place.at[0]) * place.normal[0] + (head.at[1] - place.at[1]) * place.normal[1] + (head.at[2] - place.at[2]) * place.normal[2];
    return none(facing2 <= 0 ? "behind" : "outside");
  }
  return close(
    plan,
    light2.id,
    place.id,
    "known",
    base + Math.log2(arrives) + transport.scene.placeStops[j]
  );
}

// core/ledger/ledger.ts
function ledgerOf(plan) {
  const transport = transportOf(plan);
  const { places } = transport.scene;
  const ambient = {};
  const flash = {};
  const totals = {};
  const bases = plan.lights.map((light2) => lightStops(plan, light2));
  const rows = [
    { source: "ambient", cells: ambient },
    ...plan.lights.map((light2) => ({ source: light2.id, cells: {} }))
  ];
  places.forEach((place, j) => {
    const there = ambient[place.id] = ambientCell(plan, place);
    let linear = 0;
    for (let i = 0; i < plan.lights.length; i++) {
      const cell = lightCell(plan, transport, i, j, bases[i]);
      rows[i + 1].cells[place.id] = cell;
      linear += 2 ** cell.level;
    }
    flash[place.id] = Math.log2(linear);
    totals[place.id] = Math.log2(linear + 2 ** there.level);
  });
  return { places: places.map((place) => place.id), rows, ambient, flash, totals };
}
var cellAt = (ledger, source, place) => ledger.rows.find((row) => row.source === source)?.cells[place];

// core/ledger/suggest.ts
var SERVES = {
  key: "subject",
  fill: "shadow",
  rim: "top",
  background: "background",
  other: null
};
var placeServed = (plan, light2) => light2.serves ?? (keyLight(plan) === light2 ? "subject" : SERVES[light2.role]);
function goalOf(plan, light2) {
  const place = placeServed(plan, light2);
  if (place === null) return null;
  if (place === "subject")
    return { place, stops: plan.goals.subjectStops, toleranceStops: plan.goals.toleranceStops };
  const goal = plan.goals.places.find((each) => each.place === place && each.kind === "about");
  return goal ? { place, stops: goal.stops, toleranceStops: goal.toleranceStops } : null;
}
var noPower = (aimed, state, missStops) => ({
  place: aimed.place,
  goalStops: aimed.stops,
  toleranceStops: aimed.toleranceStops,
  state,
  wantedStops: null,
  choice: null,
  missStops
});
function lostBy(plan, light2) {
  const openS = openTimesOf(plan).middleS;
  if (openS === Infinity) {
    const { stops: stops7 } = shutterLoss(plan, light2);
    return () => stops7;
  }
  return (powerStops) => cutStops(pulseOf(powerStops, light2.strobe), openS);
}
function powerFor(level, base, lost, lowestStops) {
  const least = lost(lowestStops);
  const plainly = level - base - least;
  if (plainly <= lowestStops || plainly <= 0 && lost(plainly) === least) return plainly;
  const gives = (powerStops) => base + powerStops + lost(powerStops);
  if (level >= gives(0)) return level - gives(0);
  let [low, high] = [lowestStops, 0];
  for (let i = 0; i < 40 && high - low > 1e-10; i++) {
    const middle = (low + high) / 2;
    if (gives(middle) < level) low = middle;
    else high = middle;
  }
  return high;
}
function nearestGiving(dial, base, lost, wantedStops) {
  const choice = chooseOnDial(dial, wantedStops);
  if (choice.beyondStops !== 0) return choice;
  const wanted = base + wantedStops + lost(wantedStops);
  const off = (mark2) => Math.abs(base + mark2.stops + lost(mark2.stops) - wanted);
  const marks = dialMarks(dial);
  const at4 = marks.indexOf(choice.mark);
  let mark = choice.mark;
  for (const each of [marks[at4 - 1], marks[at4 + 1]])
    if (each && off(each) < off(mark) - 1e-9) mark = each;
  return { ...choice, mark, errorStops: mark.stops - wantedStops };
}
function suggestFrom(plan, ledger, light2) {
  const aimed = goalOf(plan, light2);
  if (!aimed || !(aimed.place in ledger.totals)) return null;
  const { place, stops: goal, toleranceStops } = aimed;
  let own = -Infinity;
  let others = 0;
  for (const row of ledger.rows) {
    const level = row.cells[place].level;
    if (row.source === light2.id) own = level;
    else others += 2 ** level;
  }
  const ambient = ledger.ambient[place].level;
  if (ambient >= goal + toleranceStops) return noPower(aimed, "ambient-alone", ambient - goal);
  if (Math.log2(others) >= goal + toleranceStops)
    return noPower(aimed, "others-alone", Math.log2(others) - goal);
  if (own === -Infinity) return noPower(aimed, "no-light", -Infinity);
  const room = 2 ** goal - others;
  const { dial } = light2.strobe;
  const lost = lostBy(plan, light2);
  const base = own - light2.powerStops - lost(light2.powerStops);
  const wantedStops = room > 0 ? powerFor(Math.log2(room), base, lost, dialLowest(dial)) : null;
  const choice = nearestGiving(dial, base, lost, wantedStops ?? dialLowest(dial));
  const { stops: stops7 } = choice.mark;
  const missStops = Math.log2(others + 2 ** (base + stops7 + lost(stops7))) - goal;
  const inside = Math.abs(missStops) <= toleranceStops + 1e-9;
  const state = inside ? "ok" : choice.beyondStops > 0 ? "too-dim" : choice.beyondStops < 0 || wantedStops === null ? "too-bright" : "coarse";
  return { place, goalStops: goal, toleranceStops, state, wantedStops, choice, missStops };
}

// core/optics/motion.ts
var motionBlurPx = (speedMmS, seconds2, magnification, pitchMm) => notNegative(speedMmS, "speedMmS") * notNegative(seconds2, "seconds") * positive(magnification, "magnification") / positive(pitchMm, "pitchMm");
function motionBlurTowardsPx(speedMmS, directionDeg, seconds2, magnification, pitchMm, radiusMm, pupilMm) {
  const angle = notNegative(directionDeg, "directionDeg") * Math.PI / 180;
  const across2 = motionBlurPx(speedMmS * Math.abs(Math.cos(angle)), seconds2, magnification, pitchMm);
  const growing = motionBlurPx(speedMmS * Math.abs(Math.sin(angle)), seconds2, magnification, pitchMm) * (notNegative(radiusMm, "radiusMm") / positive(pupilMm, "pupilMm"));
  return across2 + growing;
}

// core/ledger/freeze.ts
var GHOST_LEVEL = -5;
var SHOWS_WITHIN = 6;
function visibleLights(plan, ledger) {
  const level = (light2) => cellAt(ledger, light2.id, "subject")?.level ?? -Infinity;
  const most = Math.max(...plan.lights.map(level));
  const lit = plan.lights.filter((light2) => light2.on && level(light2) > most - SHOWS_WITHIN);
  return lit.length ? lit : [keyLight(plan)];
}
function blurFor(plan, seconds2) {
  const frame2 = sensorInUse(plan);
  const radius = Math.min(
    Math.hypot(plan.subject.widthMm, plan.subject.heightMm),
    Math.hypot(frame2.width, frame2.height) / plan.focus.magnification
  ) / 2;
  return motionBlurTowardsPx(
    plan.subject.speedMmS,
    plan.subject.directionDeg,
    seconds2,
    plan.focus.magnification,
    pixelPitchMm(plan.camera),
    radius,
    standOf(plan).pupilMm
  );
}
function ofLight(plan, light2) {
  const { strobe: strobe2, powerStops } = light2;
  const highSpeed = usesHighSpeedSync(plan, light2);
  const t01 = flashSecondsOf(light2);
  const shutterS = secondsAt(plan.settings.shutterStops);
  const seconds2 = highSpeed ? shutterS : Math.min(t01, shutterS);
  const lost = shutterLoss(plan, light2);
  const factor = highSpeed ? 1 : durationFactor(powerStops, strobe2);
  const blurPx = blurFor(plan, seconds2);
  return {
    id: light2.id,
    t01,
    t05: flashHalfDuration(powerStops, strobe2),
    seconds: seconds2,
    blurPx,
    highSpeed,
    factor,
    mostBlurPx: factor === 1 ? blurPx : blurFor(plan, Math.min(seconds2 * factor, shutterS)),
    clipStops: lost.kind === "highSpeedSync" ? 0 : lost.stops,
    from: strobe2.durations.length ? strobe2.durationsFrom === "typical" ? "class" : "table" : strobe2.quench === "quenched" ? "model" : "assumed"
  };
}
function freezeOf(plan, ledger) {
  const lights = visibleLights(plan, ledger).map((light2) => ofLight(plan, light2));
  const ambientPx = blurFor(plan, secondsAt(plan.settings.shutterStops));
  const ambientLevel = ledger.ambient.subject.level;
  return {
    lights,
    worst: lights.reduce((most, each) => each.seconds > most.seconds ? each : most),
    ambientPx,
    ambientLevel,
    ghostPx: ambientLevel > GHOST_LEVEL + 1e-9 ? ambientPx : 0
  };
}

// core/ledger/syncVerdict.ts
var UNEVEN_STOPS = 0.1;
function tailLoss(plan, light2) {
  const pulse = pulseOf(light2.powerStops, light2.strobe);
  const { firstS, lastS } = openTimesOf(plan);
  const firstStops = cutStops(pulse, firstS);
  const lastStops = firstStops === 0 ? 0 : cutStops(pulse, lastS);
  return { firstStops, lastStops };
}
function syncVerdict(plan, ledger) {
  const { settings } = plan;
  const t = secondsAt(settings.shutterStops);
  const lights = visibleLights(plan, ledger);
  let worst = lights[0];
  let lost = shutterLoss(plan, worst);
  for (const light2 of lights.slice(1)) {
    const other = shutterLoss(plan, light2);
    if (other.stops < lost.stops) [worst, lost] = [light2, other];
  }
  const uneven = tailLoss(plan, worst);
  const { curtain, syncStops } = shutterOf(plan);
  const leaf2 = curtain === "leaf";
  const within3 = !leaf2 && !isPastSync(plan);
  const banded = isPastSync(plan) && lights.some((light2) => !usesHighSpeedSync(plan, light2));
  const reason = leaf2 ? lost.kind ? "sync-leaf-clip" : "sync-leaf" : within3 ? uneven.firstStops < -UNEVEN_STOPS ? "sync-tail" : "sync-within" : banded ? "sync-band" : "sync-high-speed";
  return {
    id: "sync",
    reason,
    state: reason === "sync-band" ? "miss" : reason === "sync-tail" || lost.kind && !within3 ? "near" : "ok",
    value: settings.shutterStops,
    limit: syncStops,
    figures: {
      dark: banded ? darkShare(t, secondsAt(syncStops)) : 0,
      loss: lost.stops,
      t01: flashSecondsOf(worst),
      ...uneven
    },
    cause: lost.kind && !banded ? { source: worst.id, place: "subject", term: lost.kind } : null,
    path: "settings.shutterStops"
  };
}

// core/ledger/verdicts.ts
var strongest = (ledger, place) => ledger.rows.reduce(
  (best, row) => row.cells[place].level > best.cells[place].level ? row : best
).source;
function backgroundVerdict(plan, ledger) {
  const goal = plan.goals.backgroundStops;
  const place = BACKGROUND_PLACES.reduce(
    (best, each) => ledger.totals[each] > ledger.totals[best] + 1e-9 ? each : best,
    "background"
  );
  const ambient = ledger.ambient[place];
  const flash = ledger.flash[place];
  const byAmbient = ambient.level >= flash;
  const level = ledger.totals[place];
  const over = level - goal;
  const unread = ambient.state === "unknown" || byAmbient && over > 1e-9 && ambient.limit === "at-most";
  const bright = over > 1e-9 && !(unread && byAmbient);
  const least = plan.goals.backgroundLeastStops;
  const under = least === null ? 0 : Math.max(0, least - level);
  const off = bright ? over : unread ? 0 : under;
  const state = off > 1e-9 ? off > 0.5 ? "miss" : "near" : unread ? "unknown" : "ok";
  const reason = bright ? byAmbient ? "background-ambient" : "background-strobe" : unread ? "background-unread" : under > 1e-9 ? "background-under" : "background-dark";
  return {
    id: "background",
    state,
    reason,
    value: level,
    limit: goal,
    figures: {
      over,
      under,
      ...least !== null && { least },
      ambient: ambient.level,
      strobe: flash
    },
    cause: byAmbient ? { source: "ambient", place, term: "reading" } : { source: strongest(ledger, place), place, term: "distance" },
    path: unread ? "ambient.background" : byAmbient ? "settings.shutterStops" : "background.distanceMm"
  };
}
function subjectVerdict(plan, ledger) {
  const miss = ledger.totals.subject - plan.goals.subjectStops;
  const state = Math.abs(miss) <= plan.goals.toleranceStops + 1e-9 ? "ok" : Math.abs(miss) <= 1 ? "near" : "miss";
  const most = strongest(ledger, "subject");
  return {
    id: "subject",
    state,
    value: ledger.totals.subject,
    limit: plan.goals.subjectStops,
    reason: state === "ok" ? "subject-right" : miss > 0 ? "subject-over" : "subject-under",
    figures: { miss, ambient: ledger.ambient.subject.level, strobe: ledger.flash.subject },
    cause: { source: most, place: "subject", term: most === "ambient" ? "reading" : "power" },
    path: `lights.${plan.lights[0].id}.powerStops`
  };
}
function depthVerdict(plan) {
  const have = depthOf(plan).totalMm;
  const need = neededDepthMm(plan);
  return {
    id: "depth",
    state: have >= need * (1 - 1e-9) ? "ok" : have >= 0.8 * need ? "near" : "miss",
    reason: have >= need * (1 - 1e-9) ? "depth-enough" : have > 0 ? "depth-short" : "depth-diffraction",
    value: have,
    limit: need,
    figures: {
      blurPx: endBlur(plan, need).bothMm / pixelPitchMm(plan.camera),
      airyPx: airyDiscOf(plan) / pixelPitchMm(plan.camera),
      allowedPx: blurCircleMm(plan) / pixelPitchMm(plan.camera)
    },
    cause: { source: plan.lights[0].id, place: "subject", term: "aperture" },
    path: "settings.apertureStops"
  };
}
function freezeVerdict(plan, ledger) {
  const { worst, ambientPx, ambientLevel, ghostPx } = freezeOf(plan, ledger);
  const limit = plan.goals.blurPx;
  const ghost = ghostPx > (plan.goals.ghostPx ?? limit);
  const still = plan.subject.speedMmS === 0;
  const reason = still ? "freeze-still" : worst.blurPx > limit ? "freeze-strobe" : ghost ? "freeze-ghost" : worst.mostBlurPx > limit ? "freeze-unsure" : "freeze-sharp";
  return {
    id: "freeze",
    reason,
    limit,
    state: still ? "idle" : worst.blurPx > 2 * limit ? "miss" : worst.mostBlurPx > limit || ghost ? "near" : "ok",
    value: reason === "freeze-ghost" ? ambientPx : worst.blurPx,
    figures: {
      strobePx: worst.blurPx,
      mostPx: worst.mostBlurPx,
      ambientPx,
      seconds: worst.seconds,
      factor: worst.factor,
      ambient: ambientLevel
    },
    cause: still ? null : reason === "freeze-ghost" ? { source: "ambient", place: "subject", term: "shutter" } : { source: worst.id, place: "subject", term: "power" },
    path: still ? "subject.speedMmS" : reason === "freeze-ghost" ? "settings.shutterStops" : `lights.${worst.id}.powerStops`
  };
}
function reserveVerdict(plan) {
  const lit = plan.lights.filter((light2) => light2.on);
  const lights = lit.length ? lit : [plan.lights[0]];
  const least = lights.reduce(
    (worst, light2) => light2.powerStops > worst.powerStops ? light2 : worst
  );
  const atEnd = (light2) => light2.powerStops > -1e-9 || light2.powerStops <= dialLowest(light2.strobe.dial) + 1e-9;
  const ended = lights.find(atEnd);
  const shown = ended ?? least;
  return {
    id: "reserve",
    state: ended ? "near" : "ok",
    reason: ended ? "reserve-end" : "reserve-fine",
    value: ended && shown.powerStops < -1e-9 ? 0 : 0 - shown.powerStops,
    limit: null,
    figures: {
      atBottom: ended && shown.powerStops < -1e-9 ? 1 : 0,
      up: 0 - shown.powerStops,
      down: shown.powerStops - dialLowest(shown.strobe.dial),
      recycle: Math.max(...lights.map((light2) => recycleSeconds(light2.powerStops, light2.strobe))),
      flashes: Math.min(...lights.map((light2) => flashesPerCharge(light2.powerStops, light2.strobe)))
    },
    cause: { source: shown.id, place: "subject", term: "power" },
    path: `lights.${shown.id}.powerStops`
  };
}
var judge = (plan, ledger) => [
  backgroundVerdict(plan, ledger),
  subjectVerdict(plan, ledger),
  depthVerdict(plan),
  freezeVerdict(plan, ledger),
  syncVerdict(plan, ledger),
  reserveVerdict(plan)
];

// core/ledger/evaluate.ts
function evaluate(plan) {
  const ledger = ledgerOf(plan);
  const suggestions = {};
  for (const light2 of plan.lights) {
    const suggestion = light2.on ? suggestFrom(plan, ledger, light2) : null;
    if (suggestion) suggestions[light2.id] = suggestion;
  }
  return { ledger, suggestions, verdicts: judge(plan, ledger), flags: findFlags(plan) };
}

// core/plan/reflectance.ts
var VAPOUR_REFLECTANCE = 0.015;

// core/plan/newPlan.ts
var STARTS = {
  "black-still": {
    backgroundStops: -7,
    backgroundLeastStops: null,
    backgroundMm: 900,
    backgroundReflectance: 0.02,
    distanceMm: 200,
    azimuthDeg: 35,
    elevationDeg: 20,
    sharpDepthMm: 4,
    widthMm: 22,
    speedMmS: 0,
    ambientEv: null
  },
  "black-soft": {
    backgroundStops: -5,
    backgroundLeastStops: null,
    backgroundMm: 500,
    backgroundReflectance: 0.04,
    distanceMm: 250,
    azimuthDeg: 25,
    elevationDeg: 20,
    sharpDepthMm: 8,
    widthMm: 40,
    speedMmS: 0,
    ambientEv: null
  },
  "daylight-fill": {
    backgroundStops: -1,
    backgroundLeastStops: -2,
    backgroundMm: 900,
    backgroundReflectance: 0.18,
    distanceMm: 400,
    azimuthDeg: 20,
    elevationDeg: 15,
    sharpDepthMm: 10,
    widthMm: 60,
    speedMmS: 50,
    ambientEv: 12
  },
  plume: {
    backgroundStops: -7,
    backgroundLeastStops: null,
    backgroundMm: 1500,
    backgroundReflectance: 0.04,
    distanceMm: 350,
    azimuthDeg: 80,
    elevationDeg: 0,
    sharpDepthMm: 20,
    widthMm: 120,
    speedMmS: 250,
    ambientEv: null
  }
};
var RECHECK = {
  "black-still": 60,
  "black-soft": 60,
  "daylight-fill": 10,
  plume: 60
};
function newPlan(look, title, kit) {
  const start = STARTS[look];
  const { camera, lens } = kit;
  const pick = (axis, from, to, wanted) => nearestMark(marksBetween(marksOf(axis, camera.step), from, to), wanted).stops;
  const magnification = Math.min(
    lens.maxMagnification,
    camera.sensorWidthMm / (start.widthMm * 1.6)
  );
  const reading = start.ambientEv === null ? null : {
    value: { kind: "ev", ev: start.ambientEv },
    limit: "exact",
    via: "incident",
    atMagnification: magnification,
    takenAt: null,
    look
  };
  const plan = {
    format: PLAN_FORMAT,
    version: PLAN_VERSION,
    title,
    look,
    medium: "air",
    subject: {
      shape: look === "plume" ? "plume" : "ellipsoid",
      finish: "matt",
      widthMm: start.widthMm,
      heightMm: start.widthMm * 0.6,
      depthMm: Math.max(start.sharpDepthMm * 2, start.widthMm * 0.4),
      rotationDeg: 0,
      sharpDepthMm: start.sharpDepthMm,
      reflectance: look === "plume" ? VAPOUR_REFLECTANCE : 0.18,
      ...PLAIN,
      speedMmS: start.speedMmS,
      directionDeg: 0
    },
    props: [],
    background: {
      distanceMm: start.backgroundMm,
      reflectance: start.backgroundReflectance,
      widthMm: 1e3,
      heightMm: 800,
      tiltDeg: 0,
      ...EVEN
    },
    table: null,
    room: null,
    view: { elevationDeg: 0 },
    goals: {
      backgroundStops: start.backgroundStops,
      backgroundLeastStops: start.backgroundLeastStops,
      subjectStops: 0,
      toleranceStops: 1 / 3,
      blurPx: 3,
      places: [],
      keyFill: null,
      highlight8Bit: null,
      edgeBlurPx: null,
      ghostPx: null,
      recycleS: null,
      flashes: null,
      isoStops: null,
      wished: []
    },
    bag: { ndStops: [3], modifiers: [], aboveSync: camera.highSpeedSync, shadeStops: 2 },
    ambient: {
      subject: reading,
      background: reading,
      shadeStops: 0,
      recheckMinutes: RECHECK[look]
    },
    camera,
    lens,
    shutterIn: "body",
    meter: null,
    rides: "power",
    focus: {
      magnification,
      blur: {
        kind: "circle",
        mm: Number((Math.hypot(camera.sensorWidthMm, camera.sensorHeightMm) / 1500).toFixed(4))
      },
      extensionMm: 0,
      dioptres: 0,
      teleconverter: 1,
      crop: 1,
      tiltDeg: 0
    },
    settings: {
      apertureStops: lens.widestStops,
      shutterStops: pick("shutter", camera.slowestShutterStops, camera.syncStops, camera.syncStops),
      isoStops: pick("iso", camera.lowestIsoStops, camera.highestIsoStops, camera.lowestIsoStops),
      ndStops: 0,
      highSpeedSync: camera.highSpeedSync && kit.strobe.highSpeedSync
    },
    lights: [
      {
        id: "A",
        name: "Key",
        role: "key",
        serves: null,
        on: true,
        group: null,
        strobe: kit.strobe,
        modifiers: kit.modifier ? [kit.modifier] : [],
        powerStops: -3,
        zoomMm: null,
        units: 1,
        mount: "stand",
        at: {
          distanceMm: start.distanceMm,
          azimuthDeg: start.azimuthDeg,
          elevationDeg: start.elevationDeg
        },
        aim: { kind: "place", place: "focus" },
        rollDeg: 0,
        reach: { nearMm: start.distanceMm / 2, farMm: start.distanceMm * 2, swingDeg: 0 }
      }
    ],
    cards: [],
    places: [],
    corrections: [],
    syncTrials: [],
    locks: []
  };
  return withSharpest(plan);
}
function withSharpest(plan) {
  const [widest, narrowest] = apertureRange(plan);
  const at4 = (apertureStops) => ({
    ...plan,
    settings: { ...plan.settings, apertureStops }
  });
  const marks = marksBetween(marksOf("aperture", plan.camera.step), widest, narrowest);
  const plans = (marks.length ? marks.map((mark) => mark.stops) : [widest]).map(at4);
  const wanted = plan.subject.sharpDepthMm;
  const least = (cost) => plans.reduce((best, each) => cost(each) < cost(best) ? each : best);
  const sharpest = least((each) => endBlur(each, wanted).bothMm);
  if (depthOf(sharpest).totalMm >= wanted) return sharpest;
  const deepest = least((each) => -depthOf(each).totalMm);
  const held = Math.max(0.1, Math.floor(depthOf(deepest).totalMm * 10) / 10);
  return { ...deepest, subject: { ...deepest.subject, sharpDepthMm: Math.min(wanted, held) } };
}

// core/text.ts
var characters = new Intl.Segmenter(void 0, { granularity: "grapheme" });

// core/plan/edit.ts
var withLight = (plan, index, part) => ({
  ...plan,
  lights: plan.lights.map((light2, i) => i === index ? { ...light2, ...part } : light2)
});
var withOnly = (plan, lit) => ({
  ...plan,
  lights: plan.lights.map((light2) => ({ ...light2, on: lit.includes(light2.id) }))
});

// core/run/frame.ts
import { z as z14 } from "zod";

// core/measure/analyse.ts
import { z as z13 } from "zod";

// core/measure/gamut.ts
var GAMUTS = ["srgb", "adobe-rgb", "profile", "not-stated"];
var table = (decode) => Float64Array.from({ length: 256 }, (_, value) => decode(value / 255));
var SRGB = { linear: table(srgbDecode), r: 0.2126, g: 0.7152, b: 0.0722 };
var DECODINGS = {
  srgb: SRGB,
  "adobe-rgb": { linear: table((value) => value ** (563 / 256)), r: 0.2974, g: 0.6273, b: 0.0753 },
  profile: { ...SRGB, r: 0.229, g: 0.6917, b: 0.0793 },
  "not-stated": SRGB
};
var decodingOf = (gamut) => DECODINGS[gamut];

// core/measure/analyse.ts
var BLACK_VALUE = 5;
var CLIP_VALUE = 254;
var histogramSchema = z13.array(z13.number().int().min(0)).length(256);
var share2 = z13.number().min(0).max(1);
var analysisSchema = z13.strictObject({
  width: z13.number().int().min(1).max(65535),
  height: z13.number().int().min(1).max(65535),
  gamut: z13.enum(GAMUTS).default("srgb").describe("what its numbers follow"),
  blackShare: share2.describe("pixels whose brightest channel is \u2264 5 of 255"),
  clippedShare: z13.strictObject({ r: share2, g: share2, b: share2 }).describe("pixels at \u2265 254 of 255, per channel"),
  histogram: z13.strictObject({
    r: histogramSchema,
    g: histogramSchema,
    b: histogramSchema,
    luminance: histogramSchema
  }),
  percentiles: z13.strictObject({ p1: z13.number(), p50: z13.number(), p99: z13.number(), p999: z13.number() }).describe("8-bit luminance values")
});
var ENCODE_STEPS = 4096;
var ENCODED = Uint8Array.from(
  { length: ENCODE_STEPS + 1 },
  (_, i) => Math.round(255 * Math.min(1, srgbEncode((i / ENCODE_STEPS) ** 2)))
);
var luminanceBy = (by, r, g, b) => by.r * by.linear[r] + by.g * by.linear[g] + by.b * by.linear[b];
var newCounter = (gamut = "srgb") => ({
  gamut,
  r: new Uint32Array(256),
  g: new Uint32Array(256),
  b: new Uint32Array(256),
  luminance: new Uint32Array(256),
  black: 0,
  pixels: 0
});
function countPixels(counter, rgba) {
  if (rgba.length % 4 !== 0)
    throw new RangeError(`rgba must hold whole pixels, got ${rgba.length} bytes`);
  const decoding = decodingOf(counter.gamut);
  for (let i = 0; i < rgba.length; i += 4) {
    const r = rgba[i];
    const g = rgba[i + 1];
    const b = rgba[i + 2];
    counter.r[r]++;
    counter.g[g]++;
    counter.b[b]++;
    counter.luminance[ENCODED[Math.round(Math.sqrt(Math.min(1, luminanceBy(decoding, r, g, b))) * ENCODE_STEPS)]]++;
    if (r <= BLACK_VALUE && g <= BLACK_VALUE && b <= BLACK_VALUE) counter.black++;
  }
  counter.pixels += rgba.length / 4;
}
function percentile(histogram, wanted) {
  let total = 0;
  for (let v = 0; v < histogram.length; v++) total += histogram[v];
  let seen = 0;
  for (let v = 0; v < histogram.length; v++) {
    seen += histogram[v];
    if (seen >= wanted * total && seen > 0) return v;
  }
  return histogram.length - 1;
}
function finishCount(counter, width, height) {
  if (counter.pixels === 0) throw new RangeError("counter must have seen pixels");
  const clipped = (counts) => {
    let sum2 = 0;
    for (let v = CLIP_VALUE; v < 256; v++) sum2 += counts[v];
    return sum2 / counter.pixels;
  };
  return {
    width,
    height,
    gamut: counter.gamut,
    blackShare: counter.black / counter.pixels,
    clippedShare: { r: clipped(counter.r), g: clipped(counter.g), b: clipped(counter.b) },
    histogram: {
      r: Array.from(counter.r),
      g: Array.from(counter.g),
      b: Array.from(counter.b),
      luminance: Array.from(counter.luminance)
    },
    percentiles: {
      p1: percentile(counter.luminance, 0.01),
      p50: percentile(counter.luminance, 0.5),
      p99: percentile(counter.luminance, 0.99),
      p999: percentile(counter.luminance, 0.999)
    }
  };
}

// core/measure/patch.ts
var FLOOR_LEVEL = -8;
var PATCH_UNCERTAINTY = 0.3;
var DOUBT_UNCERTAINTY = 1;
var [NOTHING3, SOMETHING] = [1, 50];
var MOST_SHARE = 0.05;
function patchLevel(rgba, gamut = "srgb") {
  if (rgba.length < 4 || rgba.length % 4 !== 0)
    throw new RangeError("rgba must hold at least one whole pixel");
  const decoding = decodingOf(gamut);
  let [sum2, clipped, saturated] = [0, 0, 0];
  for (let i = 0; i < rgba.length; i += 4) {
    const [r, g, b] = [rgba[i], rgba[i + 1], rgba[i + 2]];
    sum2 += luminanceBy(decoding, r, g, b);
    const most = Math.max(r, g, b);
    if (most >= CLIP_VALUE) clipped++;
    if (most >= SOMETHING && Math.min(r, g, b) <= NOTHING3) saturated++;
  }
  const pixels = rgba.length / 4;
  const level = Math.log2(sum2 / pixels / 0.18);
  const clippedShare = clipped / pixels;
  const doubt = gamut === "not-stated" ? "not-stated" : saturated / pixels > MOST_SHARE ? "saturated" : null;
  const sure = {
    clippedShare,
    doubt,
    uncertaintyStops: doubt ? DOUBT_UNCERTAINTY : PATCH_UNCERTAINTY
  };
  if (level <= FLOOR_LEVEL) return { level: FLOOR_LEVEL, limit: "at-most", ...sure };
  return {
    level: Math.min(level, CLIP_LEVEL),
    limit: clippedShare > MOST_SHARE ? "at-least" : "exact",
    ...sure
  };
}

// core/run/frame.ts
var stops6 = (min, max) => z14.number().min(min).max(max);
var evidenceSchema = z14.discriminatedUnion("kind", [
  z14.strictObject({
    kind: z14.literal("judged"),
    place: placeSchema,
    levelStops: stops6(-15, 8),
    limit: z14.enum(["exact", "at-least", "at-most"])
  }).describe(
    "by eye: the level the place seems to have; at-most when nothing shows, at-least when it is blown out"
  ),
  z14.strictObject({
    kind: z14.literal("meter"),
    place: placeSchema.describe("where it was held"),
    lights: z14.array(lightIdSchema).max(8).nullable().describe("lights that fired for it; null: those of the frame"),
    apertureStops: stops6(-2, 14),
    isoStops: stops6(-3, 11),
    shutterStops: stops6(-6, 16).nullable().describe("its time: ambient within it is in the reading; null: none is"),
    receptor: z14.enum([...RECEPTORS, "surface"]).describe("surface: flat in the surface at the place")
  }).describe("hand-held flash meter: the f-number it called right, at its ISO and time"),
  z14.strictObject({
    kind: z14.literal("patch"),
    place: placeSchema,
    x: z14.number().min(0).max(1),
    y: z14.number().min(0).max(1),
    radius: z14.number().min(1e-3).max(0.5).describe("share of the picture width"),
    levelStops: stops6(-15, 8),
    limit: z14.enum(["exact", "at-least", "at-most"]),
    uncertaintyStops: stops6(0.05, 3).default(PATCH_UNCERTAINTY)
  }).describe("a patch marked on the picture, x and y as shares of width and height")
]);
var frameNotesSchema = z14.strictObject({
  id: z14.string().regex(/^[A-Za-z0-9_-]{1,64}$/, "letters, digits, - and _ only"),
  kind: z14.enum(["black", "lit"]),
  takenAt: z14.iso.datetime(),
  rebuilt: z14.boolean().describe("its plan was put together afterwards from the settings an older log held"),
  fileName: z14.string().max(200).nullable(),
  analysis: analysisSchema.nullable(),
  evidence: z14.array(evidenceSchema).max(8),
  note: z14.string().max(1e3)
});
var frameSchema = frameNotesSchema.extend({
  plan: planSchema.describe(
    "the plan it was taken with: settings as the file named them, lights on that fired"
  )
});
function logFrame(plan, shot) {
  const { id: id2, kind, takenAt, named } = shot;
  const fired = kind === "black" ? [] : shot.fired;
  return {
    id: id2,
    kind,
    takenAt,
    rebuilt: false,
    fileName: shot.fileName ?? null,
    analysis: shot.analysis ?? null,
    evidence: [],
    note: shot.note ?? "",
    plan: {
      ...fired ? withOnly(plan, fired) : plan,
      settings: {
        ...plan.settings,
        apertureStops: named?.apertureStops ?? plan.settings.apertureStops,
        shutterStops: named?.shutterStops ?? plan.settings.shutterStops,
        isoStops: named?.isoStops ?? plan.settings.isoStops
      }
    }
  };
}
var litIds = (frame2) => frame2.plan.lights.filter((light2) => light2.on).map((light2) => light2.id);

// core/run/metering.ts
function response(receptor, to, normal2, view) {
  if (receptor === "flat") return 1;
  if (receptor === "dome") return (1 + dot(to, view)) / 2;
  return normal2 === null ? 1 : Math.max(0, dot(to, normal2));
}
var GRAZING = 0.05;
function receptorGain(plan, { place, receptor }, light2) {
  const { scene } = transportOf(plan);
  const spot2 = scene.places.find((each) => each.id === place);
  const head = scene.heads[plan.lights.findIndex((each) => each.id === light2)];
  const far = Math.max(1e-6, distance(head.at, spot2.at));
  const to = scale(sub(head.at, spot2.at), 1 / far);
  const surface = spot2.normal === null ? 1 : Math.max(GRAZING, dot(to, spot2.normal));
  const answer = Math.max(GRAZING, response(receptor, to, spot2.normal, scene.pose.toCamera));
  return Math.log2(answer / surface);
}
var ledgerAsMetered = (plan) => ledgerOf({
  ...plan,
  settings: { ...plan.settings, shutterStops: plan.camera.slowestShutterStops }
});
function levelOfReading(plan, metering, apertureStops) {
  const { settings } = plan;
  const taken = settings.apertureStops + hiddenCloseUpLoss(plan) - settings.isoStops + settings.ndStops;
  return apertureStops - metering.isoStops - taken + surfaceAt(plan, metering.place);
}
var surfaceAt = (plan, place) => {
  const { scene } = transportOf(plan);
  const j = scene.places.findIndex((each) => each.id === place);
  return j < 0 ? 0 : scene.placeStops[j];
};
function meteredParts(plan, metering, ledger) {
  const { place } = metering;
  const cell = ledger.ambient[place];
  const ambient = metering.shutterStops === null || cell?.state !== "known" ? -Infinity : cell.level + plan.camera.slowestShutterStops - metering.shutterStops;
  const lights = ledger.rows.flatMap(({ source, cells: cells2 }) => {
    if (source === "ambient" || !metering.lights.includes(source)) return [];
    const own = cells2[place];
    if (own?.state !== "known") return [];
    const gain = receptorGain(plan, metering, source);
    return [{ id: source, level: own.level + gain, gain }];
  });
  return { lights, ambient };
}
function expectedReading(plan, metering) {
  const on = withOnly(plan, metering.lights);
  if (!transportOf(on).scene.places.some((each) => each.id === metering.place)) return null;
  const { lights, ambient } = meteredParts(on, metering, ledgerAsMetered(on));
  if (lights.length === 0) return null;
  const level = Math.log2(lights.reduce((sum2, each) => sum2 + 2 ** each.level, 2 ** ambient));
  return level - levelOfReading(on, metering, 0);
}

// core/run/calibrate.ts
var UNCERTAINTY = { meter: 0.1, judged: 0.5 };
var DOME_UNCERTAINTY = 0.2;
function uncertaintyOf(evidence) {
  if (evidence.kind === "patch") return evidence.uncertaintyStops;
  return evidence.kind === "meter" && evidence.receptor === "dome" ? DOME_UNCERTAINTY : UNCERTAINTY[evidence.kind];
}
var meteringOf = (plan, evidence) => ({
  ...evidence,
  lights: evidence.lights ?? litIds({ plan })
});
var measuredLevel = (plan, evidence) => evidence.kind === "meter" ? levelOfReading(plan, meteringOf(plan, evidence), evidence.apertureStops) : evidence.levelStops;
var nothing = (why) => ({
  kind: "nothing",
  why
});
var byOthers = (reading, frameId) => reading?.frameId === frameId ? null : reading;
function setOf(frame2, plan, place) {
  const then = frame2.plan;
  return {
    ...then,
    corrections: plan.corrections.filter(
      (each) => each.frameId !== frame2.id || each.place !== place
    ),
    ambient: {
      ...then.ambient,
      subject: then.ambient.subject ?? byOthers(plan.ambient.subject, frame2.id),
      background: then.ambient.background ?? byOthers(plan.ambient.background, frame2.id)
    }
  };
}
function firedFor(plan, evidence) {
  const fired = evidence.kind === "meter" ? evidence.lights : null;
  return fired === null ? plan : withOnly(plan, fired);
}
var isKnown = (limit, predicted, level) => limit === "at-most" && predicted <= level || limit === "at-least" && predicted >= level;
var asPredicted = (limit) => nothing(limit === "at-most" ? "as-predicted-or-darker" : "as-predicted-or-brighter");
function fromBlack(question, frame2) {
  const { evidence, place, level, limit, was, plain: plain2, corrected, correction } = question;
  if (evidence.kind === "meter") return nothing("meter-on-black");
  if (plain2.ambient[place].state === "unknown")
    return {
      kind: "ambient",
      place: readPlaceOf(place),
      reading: ambientFromLevel(was, level, limit, frame2)
    };
  return isKnown(limit, corrected.ambient[place].level, level) ? asPredicted(limit) : correction("ambient", plain2.ambient[place].level, level);
}
function fromLit(question, plan) {
  const { evidence, place, level, limit, was, plain: plain2, corrected, correction } = question;
  const rows = plain2.rows.filter(
    (row) => row.source !== "ambient" && row.cells[place].state === "known"
  );
  if (rows.length === 0) return nothing("strobe-out-of-reach");
  const seen = evidence.kind === "meter" ? meteredParts(was, meteringOf(was, evidence), corrected) : {
    lights: rows.map(({ source }) => ({
      id: source,
      level: cellAt(corrected, source, place).level,
      gain: 0
    })),
    ambient: corrected.ambient[place].level
  };
  if (seen.lights.length === 0) return nothing("strobe-out-of-reach");
  const most = seen.lights.reduce((best, each) => each.level > best.level ? each : best);
  const fired = was.lights.find((light2) => light2.id === most.id);
  const now = plan.lights.find((light2) => light2.id === most.id);
  if (!now || !sameKit(now, fired)) return nothing("other-kit");
  if (evidence.kind === "meter" && usesHighSpeedSync(was, fired))
    return nothing("meter-in-high-speed-sync");
  const rest = seen.lights.reduce(
    (sum2, each) => each === most ? sum2 : sum2 + 2 ** each.level,
    2 ** seen.ambient
  );
  const predicted = Math.log2(rest + 2 ** most.level);
  if (isKnown(limit, predicted, level)) return asPredicted(limit);
  const own = 2 ** level - rest;
  if (!(own > 2 ** level * 0.03)) return nothing("rest-alone");
  const plainLevel = cellAt(plain2, most.id, place).level;
  return correction(most.id, plainLevel, Math.log2(own) - most.gain);
}
function calibrate(plan, frame2, evidence, id2) {
  const { place } = evidence;
  const was = firedFor(setOf(frame2, plan, place), evidence);
  const limit = evidence.kind === "meter" ? "exact" : evidence.limit;
  const ledger = evidence.kind === "meter" ? ledgerAsMetered : ledgerOf;
  const plain2 = ledger({ ...was, corrections: [] });
  const owns = ({ places }) => places.some((each) => each.id === place);
  if (!plain2.places.includes(place) || owns(was) && !owns(plan)) return nothing("no-such-place");
  const question = {
    evidence,
    place,
    level: measuredLevel(was, evidence),
    limit,
    was,
    plain: plain2,
    corrected: ledger(was),
    correction: (source, predicted, measured) => ({
      kind: "correction",
      correction: {
        id: id2,
        frameId: frame2.id,
        source,
        place,
        stops: measured - predicted,
        uncertaintyStops: uncertaintyOf(evidence),
        method: evidence.kind,
        limit,
        ...heldBy(was, source, place),
        on: true
      }
    })
  };
  return frame2.kind === "black" ? fromBlack(question, frame2) : fromLit(question, plan);
}
function ambientFromLevel(plan, level, limit, { id: id2, takenAt }) {
  const { apertureStops, shutterStops, isoStops, ndStops } = plan.settings;
  return {
    value: {
      kind: "ev",
      ev: Number(
        (level + apertureStops + shutterStops - isoStops + ndStops + plan.ambient.shadeStops).toFixed(3)
      )
    },
    limit,
    via: "lens",
    atMagnification: plan.focus.magnification,
    takenAt,
    look: plan.look,
    frameId: id2
  };
}
function applyCalibration(plan, calibration) {
  if (calibration.kind === "nothing") return plan;
  if (calibration.kind === "ambient")
    return { ...plan, ambient: { ...plan.ambient, [calibration.place]: calibration.reading } };
  const { correction } = calibration;
  const others = plan.corrections.filter(
    (each) => !(each.frameId === correction.frameId && each.place === correction.place && each.source === correction.source)
  );
  return { ...plan, corrections: [...others, correction].slice(-500) };
}

// core/solve/power.ts
function withBestPower(plan, index) {
  const choice = evaluate(plan).suggestions[plan.lights[index].id]?.choice;
  return choice ? withLight(plan, index, { powerStops: choice.mark.stops }) : plan;
}

// server/demo/strobes.ts
var strobe = (part) => ({
  kind: "strobe",
  beamDeg: 60,
  face: { kind: "rectangle", widthMm: 62, heightMm: 38 },
  guideNumberWaterM: null,
  recycleFullS: 2.8,
  leastRecycleS: 0.1,
  flashesFull: 160,
  mostFlashes: null,
  headClass: "hot-shoe",
  shortestT01S: null,
  durationsFrom: "stated",
  quench: "quenched",
  t01FullS: 1 / 300,
  durations: [],
  highSpeedSync: true,
  highSpeedPenaltyStops: 0.5,
  zoom: [],
  ...part
});
var strobes = [
  strobe({
    id: "lantern-36",
    name: "Lantern 36",
    notes: "Guide number at the 35 mm zoom setting.",
    guideNumberM: 36,
    zoom: [
      { settingMm: 24, beamDeg: 78, guideNumberM: 28 },
      { settingMm: 35, beamDeg: 60, guideNumberM: 36 },
      { settingMm: 50, beamDeg: 46, guideNumberM: 42 },
      { settingMm: 70, beamDeg: 34, guideNumberM: 48 },
      { settingMm: 105, beamDeg: 24, guideNumberM: 56 }
    ],
    dial: { kind: "fraction", step: "third", lowestStops: -7 },
    durations: [
      { powerStops: 0, t01: 1 / 300 },
      { powerStops: -1, t01: 1 / 900 },
      { powerStops: -2, t01: 1 / 2e3 },
      { powerStops: -4, t01: 1 / 6e3 },
      { powerStops: -6, t01: 1 / 13e3 },
      { powerStops: -7, t01: 1 / 18e3 }
    ]
  }),
  strobe({
    id: "lantern-ring",
    name: "Lantern ring 14",
    guideNumberM: 14,
    beamDeg: 80,
    face: { kind: "ring", innerMm: 64, outerMm: 92 },
    dial: { kind: "fraction", step: "tenth", lowestStops: -8 },
    t01FullS: 1 / 700,
    recycleFullS: 2
  }),
  strobe({
    id: "lamplet-20",
    name: "Lamplet 20",
    guideNumberM: 20,
    beamDeg: 75,
    face: { kind: "rectangle", widthMm: 42, heightMm: 26 },
    dial: { kind: "fraction", step: "half", lowestStops: -6 },
    t01FullS: 1 / 500,
    highSpeedSync: false
  }),
  strobe({
    id: "drawer-28",
    name: "Drawer 28, whole stops",
    guideNumberM: 28,
    dial: { kind: "fraction", step: "whole", lowestStops: -6 },
    highSpeedSync: false,
    recycleFullS: 4
  }),
  strobe({
    id: "anemone-7",
    name: "Anemone 7 (under water)",
    notes: "A dome of 80 mm; the guide number under water is the maker\u2019s.",
    headClass: "under-water",
    guideNumberM: 22,
    guideNumberWaterM: 8,
    beamDeg: 100,
    face: { kind: "disc", diameterMm: 80 },
    dial: { kind: "levels", count: 7, stopsPerLevel: 1 },
    recycleFullS: 1.9,
    flashesFull: 210,
    highSpeedSync: false
  }),
  strobe({
    id: "bench-200",
    name: "Bench 200 (percent)",
    guideNumberM: 45,
    beamDeg: 85,
    face: { kind: "disc", diameterMm: 110 },
    dial: { kind: "percent", lowestPercent: 3, stepPercent: 1 },
    quench: "voltage",
    t01FullS: 1 / 800,
    durations: [
      { powerStops: 0, t01: 1 / 800 },
      { powerStops: -3, t01: 1 / 450 },
      { powerStops: -5, t01: 1 / 320 }
    ],
    recycleFullS: 1.2,
    flashesFull: 1e5,
    highSpeedSync: false,
    notes: "Mains head: longer flashes at low power."
  }),
  strobe({
    id: "pack-10",
    name: "Pack head, 2.0\u201310",
    guideNumberM: 64,
    beamDeg: 70,
    face: { kind: "disc", diameterMm: 120 },
    dial: { kind: "decimal", lowest: 2, full: 10, step: 0.1 },
    recycleFullS: 0.9,
    flashesFull: 420,
    t01FullS: 1 / 600
  })
];

// server/demo/kit.ts
var f = (n) => Math.round(2 * Math.log2(n) * 3) / 3;
var cameras = [
  {
    kind: "camera",
    id: "slate-body",
    name: "Slate body, 36 \xD7 24 mm",
    sensorWidthMm: 36,
    sensorHeightMm: 24,
    pixelsWide: 6048,
    pixelsHigh: 4032,
    step: "third",
    curtain: "focal-plane",
    syncStops: 23 / 3,
    fastestShutterStops: 13,
    slowestShutterStops: -5,
    lowestIsoStops: 0,
    highestIsoStops: 8,
    showsEffective: false,
    highSpeedSync: true,
    bodyWidthMm: null,
    bodyHeightMm: null
  },
  {
    kind: "camera",
    id: "tern-compact",
    name: "Tern compact, 13.2 \xD7 8.8 mm",
    notes: "Leaf shutter: syncs at every speed.",
    sensorWidthMm: 13.2,
    sensorHeightMm: 8.8,
    pixelsWide: 5472,
    pixelsHigh: 3648,
    step: "third",
    curtain: "leaf",
    syncStops: 11,
    fastestShutterStops: 11,
    slowestShutterStops: -3,
    lowestIsoStops: 1 / 3,
    highestIsoStops: 6,
    showsEffective: false,
    highSpeedSync: false,
    bodyWidthMm: null,
    bodyHeightMm: null
  },
  {
    kind: "camera",
    id: "cove-body",
    name: "Cove body, 17.3 \xD7 13 mm",
    notes: "Shows the effective f-number when focused close.",
    sensorWidthMm: 17.3,
    sensorHeightMm: 13,
    pixelsWide: 5184,
    pixelsHigh: 3888,
    step: "half",
    curtain: "focal-plane",
    syncStops: 8,
    fastestShutterStops: 13,
    slowestShutterStops: -5,
    lowestIsoStops: 1,
    highestIsoStops: 7,
    showsEffective: true,
    highSpeedSync: true,
    bodyWidthMm: null,
    bodyHeightMm: null
  }
];
var lenses = [
  {
    kind: "lens",
    id: "slate-100",
    name: "Slate 100 mm, 1:1",
    focalMm: 100,
    maxMagnification: 1,
    widestStops: f(2.8),
    narrowestStops: f(32),
    pupilRatio: 0.8,
    sensorToFrontMm: 168,
    hoodDeg: null,
    leafFastestStops: null,
    frontDiameterMm: null
  },
  {
    kind: "lens",
    id: "slate-60",
    name: "Slate 60 mm, 1:2",
    notes: "Brings a leaf shutter of its own, to 1/500.",
    focalMm: 60,
    maxMagnification: 0.5,
    widestStops: f(2.8),
    narrowestStops: f(22),
    pupilRatio: 1,
    sensorToFrontMm: 118,
    hoodDeg: null,
    leafFastestStops: 9,
    frontDiameterMm: null
  },
  {
    kind: "lens",
    id: "tern-zoom",
    name: "Tern fixed lens at 9 mm",
    notes: "Built into the compact.",
    focalMm: 9,
    maxMagnification: 0.35,
    widestStops: f(2.8),
    narrowestStops: f(11),
    pupilRatio: 1.2,
    sensorToFrontMm: 32,
    hoodDeg: null,
    leafFastestStops: null,
    frontDiameterMm: null
  },
  {
    kind: "lens",
    id: "cove-45",
    name: "Cove 45 mm, 1:1",
    focalMm: 45,
    maxMagnification: 1,
    widestStops: f(2.8),
    narrowestStops: f(22),
    pupilRatio: 1,
    sensorToFrontMm: 105,
    hoodDeg: null,
    leafFastestStops: null,
    frontDiameterMm: null
  }
];
var modifiers = [
  {
    kind: "modifier",
    id: "snoot-22",
    name: "Snoot, 22 mm throat",
    lossStops: 0.4,
    beam: { kind: "snoot", throatMm: 22, lengthMm: 120, innerReflectance: 0 },
    face: { kind: "keep" },
    measured: []
  },
  {
    kind: "modifier",
    id: "snoot-45",
    name: "Snoot, 45 mm throat",
    lossStops: 0.2,
    beam: { kind: "snoot", throatMm: 45, lengthMm: 130, innerReflectance: 0 },
    face: { kind: "keep" },
    measured: []
  },
  {
    kind: "modifier",
    id: "grid-40",
    name: "Honeycomb grid, 40\xB0",
    lossStops: 1,
    beam: { kind: "cut", beamDeg: 40 },
    face: { kind: "keep" },
    measured: []
  },
  {
    kind: "modifier",
    id: "grid-20",
    name: "Honeycomb grid, 20\xB0",
    lossStops: 1.6,
    beam: { kind: "cut", beamDeg: 20 },
    face: { kind: "keep" },
    measured: []
  },
  {
    kind: "modifier",
    id: "panel-200",
    name: "Panel 200 \xD7 150 mm",
    lossStops: 0.3,
    beam: { kind: "spread", beamDeg: 120 },
    face: { kind: "rectangle", widthMm: 200, heightMm: 150 },
    measured: []
  },
  {
    kind: "modifier",
    id: "shell-300",
    name: "White shell, 300 mm",
    lossStops: 0.5,
    beam: { kind: "spread", beamDeg: 120 },
    face: { kind: "disc", diameterMm: 300 },
    measured: []
  },
  {
    kind: "modifier",
    id: "cap",
    name: "Diffuser cap",
    lossStops: 0.1,
    beam: { kind: "spread", beamDeg: 120 },
    face: { kind: "rectangle", widthMm: 70, heightMm: 50 },
    measured: []
  },
  {
    kind: "modifier",
    id: "tracing",
    name: "Tracing paper, one sheet",
    lossStops: 1,
    beam: { kind: "keep" },
    face: { kind: "keep" },
    measured: []
  }
];
var meters = [
  {
    kind: "meter",
    id: "wren-meter",
    name: "Wren meter",
    notes: "Shows thirds of a stop.",
    display: "thirds",
    isoStops: 0,
    shutterStops: 23 / 3,
    receptor: "dome"
  }
];
var DEMO_KIT = [
  ...cameras,
  ...lenses,
  ...strobes,
  ...modifiers,
  ...meters
].map((item) => kitItemSchema.parse(item));
function demoItem(kind, id2) {
  const found2 = DEMO_KIT.find((item) => item.kind === kind && item.id === id2);
  if (!found2) throw new RangeError(`no demo ${kind} ${id2}`);
  return found2;
}

// server/demo/pictures.ts
import sharp from "sharp";
var WIDTH = 1200;
var HEIGHT = 800;
function tone(level, warm = 0) {
  const tint = [1, 1 - 0.25 * warm, 1 - 0.65 * warm];
  const even2 = 0.2126 * tint[0] + 0.7152 * tint[1] + 0.0722 * tint[2];
  return `rgb(${tint.map((share3) => levelTo8Bit(level + Math.log2(share3 / even2))).join(",")})`;
}
function leg(side5, y2, i) {
  const curve = [side5 * 150, -40 + i * 30, side5 * 250, 40 + i * 45];
  return `<path d="M600 ${400 + y2} q ${curve.join(" ")}"/>`;
}
var LEGS2 = [-1, 1].flatMap((side5) => [-70, 10, 95].map((y2, i) => leg(side5, y2, i))).join("");
var beetle2 = (level) => `
  <g stroke="${tone(level - 2.2, 1)}" stroke-width="9" fill="none" stroke-linecap="round">
    ${LEGS2}
  </g>
  <ellipse cx="600" cy="430" rx="150" ry="190" fill="${tone(level, 1)}"/>
  <ellipse cx="600" cy="225" rx="82" ry="62" fill="${tone(level - 0.8, 1)}"/>
  <line x1="600" y1="245" x2="600" y2="618" stroke="${tone(level - 3, 1)}" stroke-width="4"/>
  <ellipse cx="535" cy="350" rx="14" ry="70" fill="${tone(level + 1.6, 0.5)}"
    transform="rotate(12 535 350)"/>`;
function wisp(level, i) {
  const curve = [420 + i * 90, 520 - i * 20, 760 - i * 70, 380 + i * 15, 560 + i * 35, 130 + i * 30];
  return `<path d="M${540 + i * 40} 700 C ${curve.join(" ")}" stroke="${tone(level - i * 0.5)}"
    stroke-width="${46 - i * 8}" fill="none" stroke-linecap="round" opacity="0.8"/>`;
}
var plume = (level) => `
  <ellipse cx="600" cy="720" rx="170" ry="26" fill="${tone(level - 2.5)}"/>
  ${[0, 1, 2, 3].map((i) => wisp(level, i)).join("")}`;
var SHAPES2 = { beetle: beetle2, plume, none: () => "" };
var PATCH = {
  beetle: { x: 0.565, y: 0.6, radius: 0.025 },
  plume: { x: 0.5, y: 0.9, radius: 0.02 },
  none: { x: 0.2, y: 0.2, radius: 0.05 }
};
async function drawFrame(plan, shape, subjectLevel, backgroundLevel) {
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" width="${WIDTH}" height="${HEIGHT}">
    <rect width="100%" height="100%" fill="${tone(backgroundLevel)}"/>
    ${SHAPES2[shape](subjectLevel)}</svg>`;
  const seconds2 = secondsAt(plan.settings.shutterStops);
  return sharp(Buffer.from(svg)).withExif({
    IFD2: {
      FNumber: `${Math.round(2 ** (plan.settings.apertureStops / 2) * 10)}/10`,
      ExposureTime: `1/${Math.round(1 / seconds2)}`,
      ISOSpeedRatings: String(Math.round(100 * 2 ** plan.settings.isoStops))
    }
  }).jpeg({ quality: 92, chromaSubsampling: "4:4:4" }).toBuffer();
}
async function pixelsOf(jpeg, patch) {
  const image = sharp(jpeg).ensureAlpha();
  if (patch) {
    const size = Math.max(1, Math.round(patch.radius * WIDTH * 1.4));
    image.extract({
      left: Math.round(patch.x * WIDTH - size / 2),
      top: Math.round(patch.y * HEIGHT - size / 2),
      width: size,
      height: size
    });
  }
  return image.raw().toBuffer();
}
var FRAME_SIZE = { width: WIDTH, height: HEIGHT };

// server/demo/shoots/take.ts
var patchEvidence = async (jpeg, shape, place) => {
  const at4 = place === "background" ? PATCH.none : PATCH[shape];
  const { level, limit, uncertaintyStops } = patchLevel(await pixelsOf(jpeg, at4));
  return { kind: "patch", place, ...at4, levelStops: level, limit, uncertaintyStops };
};
var take = async (plan, { id: id2, kind, takenAt, shape, subject, background, note, only, place }) => {
  const jpeg = await drawFrame(plan, shape, subject, background);
  const counter = newCounter();
  countPixels(counter, await pixelsOf(jpeg));
  const evidence = [
    await patchEvidence(jpeg, shape, place ?? (kind === "black" ? "background" : "subject"))
  ];
  const frame2 = {
    ...logFrame(plan, {
      id: id2,
      kind,
      takenAt,
      fired: only,
      fileName: `${id2}.jpg`,
      analysis: finishCount(counter, FRAME_SIZE.width, FRAME_SIZE.height),
      note
    }),
    evidence
  };
  return {
    frame: frame2,
    jpeg,
    plan: applyCalibration(plan, calibrate(plan, frame2, evidence[0], `${id2}-reading`))
  };
};

// server/demo/shoots/beetle.ts
function meteredAlone(plan, frame2) {
  const { receptor, isoStops, shutterStops } = plan.meter;
  const metering = { place: "top", lights: ["B"], receptor, isoStops, shutterStops };
  const expected = expectedReading(plan, metering);
  const evidence = {
    kind: "meter",
    ...metering,
    apertureStops: Math.round((expected - 1 / 3) * 3) / 3
  };
  return {
    frame: { ...frame2, evidence: [...frame2.evidence, evidence] },
    plan: applyCalibration(plan, calibrate(plan, frame2, evidence, `${frame2.id}-meter`))
  };
}
var beetle3 = async () => {
  const base = newPlan("black-still", "Ground beetle, drawer 14", {
    camera: demoItem("camera", "slate-body"),
    lens: demoItem("lens", "slate-100"),
    strobe: demoItem("strobe", "lantern-36"),
    modifier: demoItem("modifier", "snoot-45")
  });
  let plan = {
    ...base,
    subject: {
      ...base.subject,
      shape: "beetle",
      finish: "gloss",
      colour: "#3b5a46",
      roughness: 0.12,
      lying: true,
      widthMm: 17,
      heightMm: 9,
      depthMm: 24,
      rotationDeg: -62,
      sharpDepthMm: 0.7,
      reflectance: 0.06,
      speedMmS: 0,
      directionDeg: 0
    },
    background: { ...base.background, distanceMm: 620, reflectance: 0.01 },
    table: { belowMm: 6.2, widthMm: 420, depthMm: 380, reflectance: 0.02 },
    settings: { ...base.settings, apertureStops: 6 },
    meter: demoItem("meter", "wren-meter"),
    focus: { ...base.focus, magnification: 0.9 },
    goals: {
      ...base.goals,
      places: [
        { place: "top", kind: "about", stops: 0.5, toleranceStops: 0.5 },
        { place: "lens", kind: "at-most", stops: -2, toleranceStops: 1 }
      ]
    },
    ambient: {
      ...base.ambient,
      subject: {
        value: { kind: "ev", ev: 5.5 },
        limit: "exact",
        via: "incident",
        atMagnification: 0.9,
        takenAt: null,
        look: null
      },
      background: {
        value: { kind: "camera", apertureStops: 5, shutterStops: 1, isoStops: 2, scaleStops: 0 },
        limit: "exact",
        via: "reflected",
        atMagnification: 0.9,
        takenAt: null,
        look: null
      }
    },
    lights: [
      { ...base.lights[0], group: "A", at: { distanceMm: 180, azimuthDeg: 58, elevationDeg: 24 } },
      {
        ...base.lights[0],
        id: "B",
        name: "Rim",
        role: "rim",
        group: "B",
        strobe: demoItem("strobe", "pack-10"),
        modifiers: [demoItem("modifier", "grid-40")],
        powerStops: -1,
        at: { distanceMm: 240, azimuthDeg: -142, elevationDeg: 36 }
      }
    ],
    cards: [
      {
        id: "K1",
        kind: "card",
        on: true,
        widthMm: 90,
        heightMm: 60,
        reflectance: 0.85,
        at: { distanceMm: 62, azimuthDeg: -104, elevationDeg: 16 },
        aim: { kind: "place", place: "focus" }
      }
    ]
  };
  plan = withBestPower(withBestPower(withBestPower(plan, 0), 1), 0);
  const keyLevel = (p) => evaluate(p).ledger.rows.find((row) => row.source === "A").cells.subject.level;
  const black = await take(plan, {
    id: "beetle-1",
    kind: "black",
    takenAt: "2026-11-20T09:12:00.000Z",
    shape: "none",
    subject: -10,
    background: evaluate(plan).ledger.ambient.background.level,
    note: "Strobes off, curtain drawn."
  });
  const first2 = await take(black.plan, {
    id: "beetle-2",
    kind: "lit",
    takenAt: "2026-11-20T09:14:00.000Z",
    shape: "beetle",
    subject: keyLevel(black.plan) - 0.6,
    background: -9,
    note: "Key alone.",
    only: ["A"]
  });
  const corrected = withBestPower(first2.plan, 0);
  const second = await take(corrected, {
    id: "beetle-3",
    kind: "lit",
    takenAt: "2026-11-20T09:16:00.000Z",
    shape: "beetle",
    subject: keyLevel(corrected),
    background: -9,
    note: "",
    only: ["A"]
  });
  const rim = await take(second.plan, {
    id: "beetle-4",
    kind: "lit",
    takenAt: "2026-11-20T09:19:00.000Z",
    shape: "beetle",
    subject: evaluate(second.plan).ledger.rows.find((row) => row.source === "B").cells.top.level,
    background: -9,
    note: "Rim alone.",
    only: ["B"],
    place: "top"
  });
  const metered = meteredAlone(rim.plan, rim.frame);
  const third = await take(metered.plan, {
    id: "beetle-5",
    kind: "lit",
    takenAt: "2026-11-20T09:21:00.000Z",
    shape: "beetle",
    subject: evaluate(metered.plan).ledger.totals.subject,
    background: -9,
    note: "Both. Keeper."
  });
  return {
    id: "demo-beetle",
    stage: "run",
    at: "2026-11-20T09:21:30.000Z",
    plan: third.plan,
    frames: [black, first2, second, { ...rim, frame: metered.frame }, third]
  };
};

// server/demo/shoots/demoShoot.ts
var slate = {
  camera: demoItem("camera", "slate-body"),
  lens: demoItem("lens", "slate-100")
};
var onSlate = (look, title, strobe2) => newPlan(look, title, { ...slate, strobe: strobe2, modifier: null });
var light = (part) => ({
  on: true,
  serves: null,
  group: null,
  modifiers: [],
  powerStops: -4,
  zoomMm: null,
  units: 1,
  mount: "stand",
  aim: { kind: "place", place: "focus" },
  rollDeg: 0,
  reach: null,
  ...part
});
var settled = (plan) => [...plan.lights, ...plan.lights].reduce(
  (p, _, i) => withBestPower(p, i % plan.lights.length),
  plan
);

// server/demo/shoots/bottle.ts
var SCENT = [
  { out: 0.94, up: 0, corner: true },
  { out: 1, up: 0.03, corner: true },
  { out: 1, up: 0.72, corner: false },
  { out: 0.9, up: 0.8, corner: false },
  { out: 0.4, up: 0.85, corner: false },
  { out: 0.34, up: 0.88, corner: true },
  { out: 0.34, up: 0.95, corner: true },
  { out: 0.5, up: 0.96, corner: true },
  { out: 0.5, up: 1, corner: true }
];
var STOPPER = [
  { out: 0.34, up: 0, corner: true },
  { out: 0.4, up: 0.4, corner: true },
  { out: 0.62, up: 0.46, corner: true },
  { out: 1, up: 0.66, corner: true },
  { out: 0.86, up: 0.88, corner: true },
  { out: 0.45, up: 1, corner: true }
];
var clear2 = (part) => ({
  shape: "crystal",
  finish: "clear",
  widthMm: 10,
  heightMm: 15,
  depthMm: 8,
  rotationDeg: 0,
  reflectance: 0.1,
  ...PLAIN,
  glass: { wallMm: 1, colour: "#e6f0ea", throughMm: 14 },
  id: "T1",
  name: "Clear piece",
  rests: "free",
  xMm: 0,
  yMm: 0,
  zMm: 0,
  ...part
});
var bottle = () => {
  const strobe2 = demoItem("strobe", "bench-200");
  const base = onSlate("black-still", "Scent bottle, cut stopper", strobe2);
  const plan = {
    ...base,
    subject: {
      ...base.subject,
      shape: "vessel",
      finish: "clear",
      profile: SCENT,
      widthMm: 52,
      heightMm: 96,
      depthMm: 34,
      glass: { wallMm: 1.4, colour: "#eef6f2", throughMm: 12 },
      liquid: { level: 0.66, colour: "#e0a050", throughMm: 24 },
      rotationDeg: 8,
      sharpDepthMm: 10,
      reflectance: 0.12,
      speedMmS: 0,
      directionDeg: 0
    },
    props: [
      clear2({
        id: "T1",
        name: "Stopper",
        shape: "lathe",
        profile: STOPPER,
        widthMm: 19,
        heightMm: 22,
        depthMm: 19,
        yMm: 50
      }),
      clear2({ id: "T2", name: "Chip of quartz", widthMm: 11, xMm: -9, yMm: -38, rotationDeg: 20 }),
      clear2({ id: "T3", name: "Small chip", widthMm: 7, heightMm: 9, xMm: 7, yMm: -41 })
    ],
    background: { ...base.background, distanceMm: 900, reflectance: 0.02 },
    table: { belowMm: 48.2, widthMm: 700, depthMm: 600, reflectance: 0.04 },
    settings: { ...base.settings, apertureStops: 8, ndStops: 3 },
    focus: { ...base.focus, magnification: 0.195 },
    goals: {
      ...base.goals,
      backgroundStops: -5,
      // What is seen is the head through the glass, far brighter than what its light falls on.
      subjectStops: -2.7,
      places: [{ place: "lens", kind: "at-most", stops: -1, toleranceStops: 1 }]
    },
    lights: [
      light({
        id: "A",
        name: "Behind",
        role: "key",
        group: "A",
        strobe: demoItem("strobe", "lamplet-20"),
        modifiers: [demoItem("modifier", "cap")],
        powerStops: -3,
        rollDeg: 90,
        at: { distanceMm: 42, azimuthDeg: 180, elevationDeg: -13 }
      }),
      light({
        id: "B",
        name: "Facets",
        role: "other",
        group: "A",
        strobe: demoItem("strobe", "lantern-36"),
        modifiers: [demoItem("modifier", "snoot-45")],
        powerStops: -7,
        at: { distanceMm: 320, azimuthDeg: -62, elevationDeg: 24 }
      })
    ],
    cards: [
      {
        id: "K1",
        kind: "card",
        on: true,
        widthMm: 60,
        heightMm: 130,
        reflectance: 0.85,
        at: { distanceMm: 95, azimuthDeg: 70, elevationDeg: 0 },
        aim: { kind: "place", place: "focus" }
      }
    ]
  };
  return {
    id: "demo-bottle",
    stage: "light",
    at: "2026-11-23T11:10:00.000Z",
    plan: settled(plan),
    frames: []
  };
};

// server/demo/shoots/coin.ts
var coin2 = () => {
  const strobe2 = demoItem("strobe", "lantern-36");
  const base = onSlate("black-soft", "Silver token, 1st tray", strobe2);
  const plan = {
    ...base,
    subject: {
      ...base.subject,
      shape: "coin",
      finish: "metal",
      roughness: 0.16,
      lying: true,
      widthMm: 24,
      heightMm: 2,
      depthMm: 24,
      rotationDeg: 0,
      sharpDepthMm: 0.8,
      reflectance: 0.5,
      speedMmS: 0,
      directionDeg: 0
    },
    view: { elevationDeg: 62 },
    table: { belowMm: 1.1, widthMm: 400, depthMm: 400, reflectance: 0.03 },
    background: { ...base.background, distanceMm: 300, reflectance: 0.02 },
    settings: { ...base.settings, apertureStops: 6 },
    focus: { ...base.focus, magnification: 0.8 },
    goals: { ...base.goals, backgroundStops: -4, subjectStops: -1.7 },
    lights: [
      light({
        id: "A",
        name: "Panel",
        role: "key",
        strobe: strobe2,
        modifiers: [demoItem("modifier", "panel-200")],
        at: { distanceMm: 210, azimuthDeg: 180, elevationDeg: 58 }
      })
    ],
    // A black edge into the mirror’s view: the relief draws where it ends.
    cards: [
      {
        id: "K1",
        kind: "flag",
        on: true,
        widthMm: 60,
        heightMm: 60,
        reflectance: 0.03,
        at: { distanceMm: 125, azimuthDeg: 149, elevationDeg: 56 },
        aim: { kind: "place", place: "focus" }
      }
    ]
  };
  return {
    id: "demo-coin",
    stage: "light",
    at: "2026-11-23T14:20:00.000Z",
    plan: settled(plan),
    frames: []
  };
};

// server/demo/shoots/crab.ts
var crab2 = () => {
  const base = newPlan("daylight-fill", "Shore crab, low tide", {
    camera: demoItem("camera", "tern-compact"),
    lens: demoItem("lens", "tern-zoom"),
    strobe: demoItem("strobe", "lamplet-20"),
    modifier: demoItem("modifier", "cap")
  });
  const plan = {
    ...base,
    subject: {
      ...base.subject,
      shape: "crab",
      finish: "gloss",
      colour: "#8a5a3c",
      roughness: 0.25,
      texture: 0.7,
      widthMm: 52,
      heightMm: 19,
      depthMm: 33,
      rotationDeg: 14,
      sharpDepthMm: 4,
      reflectance: 0.25,
      speedMmS: 30,
      directionDeg: 0
    },
    background: { ...base.background, distanceMm: 800, reflectance: 0.18 },
    table: { belowMm: 9.6, widthMm: 1200, depthMm: 1200, reflectance: 0.2 },
    settings: { ...base.settings, shutterStops: 31 / 3, apertureStops: 5 },
    goals: { ...base.goals, backgroundStops: -1.5, backgroundLeastStops: -2.5 },
    ambient: {
      ...base.ambient,
      subject: {
        value: { kind: "ev", ev: 12.5 },
        limit: "exact",
        via: "incident",
        atMagnification: 0.18,
        takenAt: null,
        look: null
      },
      background: {
        value: { kind: "ev", ev: 13.3 },
        limit: "exact",
        via: "reflected",
        atMagnification: 0.18,
        takenAt: null,
        look: null
      }
    }
  };
  const near6 = withLight(plan, 0, { at: { distanceMm: 420, azimuthDeg: 25, elevationDeg: 20 } });
  return {
    id: "demo-crab",
    stage: "dark",
    at: "2026-11-21T15:40:00.000Z",
    plan: withBestPower(near6, 0),
    frames: []
  };
};

// server/demo/shoots/crystal.ts
var crystal2 = () => {
  const strobe2 = demoItem("strobe", "lantern-36");
  const base = onSlate("black-soft", "Quartz cluster, deep", strobe2);
  const plan = {
    ...base,
    subject: {
      ...base.subject,
      shape: "crystal",
      finish: "gloss",
      colour: "#b9a4c9",
      texture: 0.5,
      widthMm: 17,
      heightMm: 22,
      depthMm: 16,
      rotationDeg: 25,
      sharpDepthMm: 18,
      reflectance: 0.3,
      speedMmS: 0,
      directionDeg: 0
    },
    background: { ...base.background, distanceMm: 250, reflectance: 0.05 },
    settings: { ...base.settings, apertureStops: 6 },
    focus: { ...base.focus, magnification: 0.9 },
    bag: { ...base.bag, modifiers: [demoItem("modifier", "grid-40")] },
    goals: {
      ...base.goals,
      places: [{ place: "shadow", kind: "about", stops: -1.5, toleranceStops: 0.5 }],
      wished: ["depth"]
    },
    lights: [
      light({
        id: "A",
        name: "Shell",
        role: "key",
        strobe: strobe2,
        modifiers: [demoItem("modifier", "shell-300")],
        at: { distanceMm: 320, azimuthDeg: 50, elevationDeg: 30 },
        reach: { nearMm: 320, farMm: 320, swingDeg: 40 }
      }),
      light({
        id: "B",
        name: "Fill",
        role: "fill",
        strobe: demoItem("strobe", "lamplet-20"),
        modifiers: [demoItem("modifier", "cap")],
        at: { distanceMm: 260, azimuthDeg: -55, elevationDeg: 10 }
      })
    ]
  };
  return {
    id: "demo-crystal",
    stage: "focus",
    at: "2026-11-23T15:05:00.000Z",
    plan: settled(plan),
    frames: []
  };
};

// server/demo/shoots/movement.ts
var movement2 = () => {
  const strobe2 = demoItem("strobe", "lantern-ring");
  const base = newPlan("black-soft", "Watch movement, lever escapement", {
    camera: demoItem("camera", "cove-body"),
    lens: demoItem("lens", "cove-45"),
    strobe: strobe2,
    modifier: null
  });
  const plan = {
    ...base,
    subject: {
      ...base.subject,
      shape: "movement",
      finish: "metal",
      roughness: 0.22,
      widthMm: 26,
      heightMm: 24,
      depthMm: 6,
      rotationDeg: 0,
      sharpDepthMm: 0.7,
      reflectance: 0.35,
      speedMmS: 0,
      directionDeg: 0
    },
    background: { ...base.background, distanceMm: 260, reflectance: 0.03 },
    settings: { ...base.settings, apertureStops: 7.5 },
    focus: { ...base.focus, magnification: 0.8, blur: { kind: "pixels", pixels: 8 } },
    goals: { ...base.goals, backgroundStops: -4, subjectStops: -1.4 },
    lights: [
      light({
        id: "A",
        name: "Ring",
        role: "key",
        strobe: strobe2,
        mount: "lens",
        modifiers: [demoItem("modifier", "tracing")],
        at: { distanceMm: 120, azimuthDeg: 0, elevationDeg: 0 }
      })
    ]
  };
  return {
    id: "demo-movement",
    stage: "light",
    at: "2026-11-23T10:30:00.000Z",
    plan: settled(plan),
    frames: []
  };
};

// server/demo/shoots/seed.ts
var seed = () => {
  const strobe2 = demoItem("strobe", "lantern-36");
  const base = newPlan("black-still", "Popping seed, hot plate", {
    ...slate,
    strobe: strobe2,
    modifier: demoItem("modifier", "snoot-45")
  });
  const plan = {
    ...base,
    subject: {
      ...base.subject,
      shape: "lathe",
      profile: SEED,
      colour: "#d9a441",
      texture: 0.4,
      finish: "matt",
      widthMm: 9,
      heightMm: 8,
      depthMm: 8,
      rotationDeg: 0,
      sharpDepthMm: 6,
      reflectance: 0.35,
      speedMmS: 1981,
      directionDeg: 15
    },
    background: { ...base.background, distanceMm: 700, reflectance: 0.02 },
    settings: { ...base.settings, apertureStops: 7 },
    focus: { ...base.focus, magnification: 0.3 },
    goals: { ...base.goals, backgroundStops: -5, blurPx: 8 },
    bag: { ...base.bag, modifiers: [demoItem("modifier", "snoot-22")] },
    ambient: {
      ...base.ambient,
      subject: {
        value: { kind: "ev", ev: 6 },
        limit: "exact",
        via: "incident",
        atMagnification: 0.3,
        takenAt: "2026-11-24T16:20:00.000Z",
        look: "black-still"
      },
      background: {
        value: { kind: "ev", ev: 4 },
        limit: "exact",
        via: "incident",
        atMagnification: 0.3,
        takenAt: "2026-11-24T16:20:00.000Z",
        look: "black-still"
      }
    },
    lights: [
      light({
        id: "A",
        name: "Side",
        role: "key",
        strobe: strobe2,
        modifiers: [demoItem("modifier", "snoot-45")],
        at: { distanceMm: 590, azimuthDeg: 62, elevationDeg: 25 },
        reach: { nearMm: 120, farMm: 600, swingDeg: 0 }
      }),
      light({
        id: "B",
        name: "Rim",
        role: "other",
        strobe: demoItem("strobe", "lamplet-20"),
        powerStops: -6,
        at: { distanceMm: 300, azimuthDeg: -140, elevationDeg: 30 }
      })
    ]
  };
  return {
    id: "demo-seed",
    stage: "freeze",
    at: "2026-11-24T16:25:00.000Z",
    plan: settled(plan),
    frames: []
  };
};

// server/demo/shoots/shells.ts
var shells = () => {
  const strobe2 = demoItem("strobe", "lantern-36");
  const base = onSlate("black-soft", "Top shell, store room", strobe2);
  const plan = {
    ...base,
    subject: {
      ...base.subject,
      shape: "lathe",
      profile: TOP_SHELL,
      colour: "#d8ccb8",
      texture: 0.8,
      finish: "matt",
      widthMm: 62,
      heightMm: 56,
      depthMm: 60,
      rotationDeg: 20,
      sharpDepthMm: 11,
      reflectance: 0.42,
      speedMmS: 0,
      directionDeg: 0
    },
    view: { elevationDeg: 25 },
    table: { belowMm: 28.2, widthMm: 900, depthMm: 600, reflectance: 0.5 },
    background: {
      ...base.background,
      distanceMm: 420,
      widthMm: 700,
      heightMm: 500,
      reflectance: 0.6
    },
    room: {
      widthMm: 2600,
      depthMm: 3400,
      leftMm: 1800,
      behindMm: 900,
      ceilingMm: 1500,
      floorMm: 900,
      wallReflectance: 0.8,
      ceilingReflectance: 0.85,
      floorReflectance: 0.3
    },
    settings: { ...base.settings, apertureStops: 7 },
    focus: { ...base.focus, magnification: 0.25 },
    goals: { ...base.goals, backgroundStops: 0.5 },
    lights: [
      light({
        id: "A",
        name: "At the ceiling",
        role: "key",
        strobe: strobe2,
        at: { distanceMm: 700, azimuthDeg: 70, elevationDeg: 30 },
        aim: { kind: "free", azimuthDeg: -110, elevationDeg: 75 }
      })
    ]
  };
  return {
    id: "demo-shells",
    stage: "light",
    at: "2026-11-24T17:40:00.000Z",
    plan: settled(plan),
    frames: []
  };
};

// server/demo/shoots/steam.ts
var steam = async () => {
  const base = newPlan("plume", "Steam over the thimble cup", {
    camera: demoItem("camera", "slate-body"),
    lens: demoItem("lens", "slate-60"),
    strobe: demoItem("strobe", "pack-10"),
    modifier: demoItem("modifier", "grid-40")
  });
  const set = {
    ...base,
    subject: {
      ...base.subject,
      widthMm: 90,
      heightMm: 140,
      depthMm: 60,
      sharpDepthMm: 8,
      speedMmS: 250,
      directionDeg: 0
    },
    background: { ...base.background, distanceMm: 1600, reflectance: 0.04 },
    settings: { ...base.settings, apertureStops: 6 },
    rides: "aperture",
    focus: { ...base.focus, magnification: 0.2 },
    ambient: { ...base.ambient, subject: null, background: null }
  };
  const plan = withBestPower(
    withLight(set, 0, { at: { distanceMm: 650, azimuthDeg: 70, elevationDeg: 0 } }),
    0
  );
  const black = await take(plan, {
    id: "steam-1",
    kind: "black",
    takenAt: "2026-11-22T18:05:00.000Z",
    shape: "none",
    subject: -10,
    background: -7.6,
    note: "Lamps off, door shut."
  });
  return {
    id: "demo-steam",
    stage: "light",
    at: "2026-11-22T18:06:00.000Z",
    plan: black.plan,
    frames: [black]
  };
};

// server/demo/shoots/tent.ts
var side4 = (id2, azimuthDeg, elevationDeg, heightMm) => ({
  id: id2,
  kind: "card",
  on: true,
  widthMm: 170,
  heightMm,
  reflectance: 0.88,
  at: { distanceMm: 130, azimuthDeg, elevationDeg },
  aim: { kind: "place", place: "focus" }
});
var tent = () => {
  const strobe2 = demoItem("strobe", "lantern-36");
  const base = onSlate("black-soft", "Stag beetle, tent of cards", strobe2);
  const plan = {
    ...base,
    subject: {
      ...base.subject,
      shape: "beetle",
      lying: true,
      colour: "#4a3524",
      roughness: 0.05,
      finish: "gloss",
      widthMm: 26,
      heightMm: 16,
      depthMm: 52,
      rotationDeg: 25,
      sharpDepthMm: 3,
      reflectance: 0.05,
      speedMmS: 0,
      directionDeg: 0
    },
    view: { elevationDeg: 0 },
    table: { belowMm: 8.2, widthMm: 420, depthMm: 320, reflectance: 0.4 },
    background: {
      ...base.background,
      distanceMm: 260,
      widthMm: 400,
      heightMm: 300,
      reflectance: 0.8
    },
    settings: { ...base.settings, apertureStops: 7 },
    focus: { ...base.focus, magnification: 0.5 },
    goals: { ...base.goals, backgroundStops: 2 },
    lights: [
      light({
        id: "A",
        name: "Into the tent",
        role: "key",
        strobe: strobe2,
        modifiers: [demoItem("modifier", "tracing")],
        zoomMm: 24,
        units: 2,
        at: { distanceMm: 330, azimuthDeg: 40, elevationDeg: 22 }
      })
    ],
    // Two sides and a roof; open to the lens, to the head and behind.
    cards: [side4("K1", -100, 26, 120), side4("K2", 100, 26, 120), side4("K3", 180, 80, 150)]
  };
  return {
    id: "demo-tent",
    stage: "light",
    at: "2026-11-24T17:50:00.000Z",
    plan: settled(plan),
    frames: []
  };
};

// server/demo/shoots/vial.ts
var vial = () => {
  const strobe2 = demoItem("strobe", "lamplet-20");
  const base = onSlate("black-still", "Amber vial, ground stopper", strobe2);
  const plan = {
    ...base,
    subject: {
      ...base.subject,
      shape: "vessel",
      profile: VIAL,
      finish: "clear",
      widthMm: 38,
      heightMm: 82,
      depthMm: 38,
      glass: { wallMm: 1.5, colour: "#d8a860", throughMm: 4 },
      liquid: { level: 0.86, colour: "#8a5f28", throughMm: 16 },
      rotationDeg: 0,
      sharpDepthMm: 26.7,
      reflectance: 0.12,
      speedMmS: 0,
      directionDeg: 0
    },
    background: { ...base.background, distanceMm: 1100, reflectance: 0.02 },
    settings: { ...base.settings, apertureStops: 25 / 3 },
    focus: { ...base.focus, magnification: 0.25, blur: { kind: "pixels", pixels: 8 } },
    goals: { ...base.goals, backgroundStops: -5.5, recycleS: 0.15, isoStops: 1, flashes: 400 },
    bag: { ...base.bag, modifiers: [] },
    ambient: {
      ...base.ambient,
      subject: {
        value: { kind: "ev", ev: 4.5 },
        limit: "exact",
        via: "incident",
        atMagnification: 0.25,
        takenAt: null,
        look: null
      },
      background: {
        value: { kind: "ev", ev: 3 },
        limit: "exact",
        via: "incident",
        atMagnification: 0.25,
        takenAt: null,
        look: null
      }
    },
    lights: [
      light({
        id: "A",
        name: "Behind",
        role: "key",
        strobe: strobe2,
        modifiers: [demoItem("modifier", "tracing")],
        powerStops: -1,
        at: { distanceMm: 260, azimuthDeg: 180, elevationDeg: 0 },
        reach: { nearMm: 220, farMm: 300, swingDeg: 0 }
      })
    ],
    locks: ["lights.A.modifiers"]
  };
  return {
    id: "demo-vial",
    stage: "ways",
    at: "2026-11-24T17:10:00.000Z",
    plan: settled(plan),
    frames: []
  };
};

// server/demo/shoots/wing.ts
var wing2 = () => {
  const strobe2 = demoItem("strobe", "lantern-36");
  const base = onSlate("black-soft", "Dragonfly wing, mill pond", strobe2);
  const plan = {
    ...base,
    subject: {
      ...base.subject,
      shape: "wing",
      finish: "translucent",
      colour: "#dccfae",
      widthMm: 9,
      heightMm: 29,
      depthMm: 0.6,
      rotationDeg: 12,
      sharpDepthMm: 0.6,
      reflectance: 0.12,
      transmittance: 0.45,
      texture: 0.15,
      speedMmS: 0,
      directionDeg: 0
    },
    props: [
      {
        shape: "cylinder",
        finish: "metal",
        widthMm: 2.4,
        heightMm: 7,
        depthMm: 2.4,
        rotationDeg: 0,
        reflectance: 0.3,
        ...PLAIN,
        colour: "#b8954f",
        roughness: 0.25,
        id: "T1",
        name: "Clip",
        rests: "free",
        xMm: -1.3,
        yMm: -17,
        zMm: 0.3
      }
    ],
    background: { ...base.background, distanceMm: 600, reflectance: 0.02 },
    settings: { ...base.settings, apertureStops: 7 },
    focus: { ...base.focus, magnification: 0.68 },
    goals: { ...base.goals, backgroundStops: -6, subjectStops: 0 },
    ambient: {
      ...base.ambient,
      background: {
        value: { kind: "ev", ev: 1 },
        limit: "exact",
        via: "incident",
        atMagnification: 0.68,
        takenAt: null,
        look: null
      }
    },
    lights: [
      light({
        id: "A",
        name: "Through it",
        role: "key",
        strobe: strobe2,
        modifiers: [demoItem("modifier", "panel-200")],
        at: { distanceMm: 230, azimuthDeg: 132, elevationDeg: 12 }
      }),
      light({
        id: "B",
        name: "Veins",
        role: "fill",
        strobe: demoItem("strobe", "lamplet-20"),
        modifiers: [demoItem("modifier", "cap")],
        powerStops: -6,
        at: { distanceMm: 300, azimuthDeg: -50, elevationDeg: 25 }
      })
    ]
  };
  return {
    id: "demo-wing",
    stage: "light",
    at: "2026-11-22T09:40:00.000Z",
    plan: settled(plan),
    frames: []
  };
};

// server/demo/shoots/index.ts
var demoShoots = async () => [
  await beetle3(),
  crab2(),
  await steam(),
  movement2(),
  bottle(),
  coin2(),
  crystal2(),
  seed(),
  vial(),
  shells(),
  tent(),
  wing2()
];

// scripts/ev.tmp.ts
for (const s of await demoShoots()) if (process.argv.slice(2).includes(s.id)) {
  const { ledger, verdicts } = evaluate(s.plan);
  console.log(s.id, ledger.totals, s.plan.lights.map((l) => [l.id, l.powerStops]), verdicts.map((v) => [v.id, v.state, v.reason].join(" ")).join("; "));
  console.log(transportOf(s.plan).direct, transportOf(s.plan).scene.places.map((p) => [p.id, p.at.map((x2) => x2.toFixed(1)).join(), p.normal?.map((x2) => x2.toFixed(2)).join(), p.through]));
}
