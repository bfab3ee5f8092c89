export { StandingDesign } from './standing-design';
