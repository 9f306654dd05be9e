export * from './terms'
export * from './desk'
export * from './wire'
export { heldOpening, leastOpening, wayThrough, type Passage } from './passage'
