export { ToastService, ToastOutlet, type ToastMessage } from './toast';
