export { ModelList as default } from '../../../../kit/ModelList';
