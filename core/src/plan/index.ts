export { planSettings, type Plan } from './planSettings';
