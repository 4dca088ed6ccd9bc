export { FilesPlace as default } from '../../../kit/FilesPlace';
