/** Questions about lists in order. Stands below all else of the core. */
export { partitionPoint } from "./partition-point";
export { looksSame } from "./to-scale";
