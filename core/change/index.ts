export { merge, overlay, type Merge } from './merge';
