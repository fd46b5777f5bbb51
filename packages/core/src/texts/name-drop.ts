import { Drop } from 'liquidjs';
import { type Scene, textOf } from '../names/index.js';

/** A dotted name inside a text: worth its value, and the way to the names below it. */
export class NameDrop extends Drop {
  // Truly private: a text can reach every ordinary property of a drop.
  readonly #name: string;
  readonly #scene: Scene;

  constructor(name: string, scene: Scene) {
    super();
    this.#name = name;
    this.#scene = scene;
  }

  override liquidMethodMissing(key: string | number): unknown {
    const below = /^\d+$/.test(String(key)) ? `[${key}]` : /^[\w-]+$/.test(String(key)) ? `.${key}` : `["${key}"]`;
    return new NameDrop(this.#name + below, this.#scene);
  }

  override valueOf(): string | null {
    return textOf(this.#name, this.#scene);
  }

  override toString(): string {
    return this.valueOf() ?? '';
  }
}
