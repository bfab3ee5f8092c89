export { AddressCode } from './address-code';
