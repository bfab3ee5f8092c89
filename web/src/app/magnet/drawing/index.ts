export { DrawingMenus } from './drawing-menus';
