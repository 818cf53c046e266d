import { byDirection } from '@tare/card';
import { degToRad, type EngineLayout } from '@tare/core';

/** A point of the end view, seen from the front with angle 0 up and angles clockwise; radius in the drawing's units. */
export function endPoint(radius: number, angleDeg: number): { readonly x: number; readonly y: number } {
  return { x: radius * Math.sin(degToRad(angleDeg)), y: -radius * Math.cos(degToRad(angleDeg)) };
}

/** Pins that lie in one direction, seen from the end: drawn once, with all their numbers. */
export function pinDirections({ pins }: EngineLayout): { readonly angleDeg: number; readonly label: string }[] {
  return byDirection(pins.map(({ angleDeg }, p) => ({ angleDeg, label: String(p + 1) })));
}

/** Banks with the cylinders in each. */
export function bankDirections({ cylinders }: EngineLayout): { readonly angleDeg: number; readonly label: string }[] {
  return byDirection(cylinders.map(({ bankDeg, number }) => ({ angleDeg: bankDeg, label: String(number) })));
}
