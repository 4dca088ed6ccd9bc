export { ModelPage as default } from '../../../../kit/modelScreens';
