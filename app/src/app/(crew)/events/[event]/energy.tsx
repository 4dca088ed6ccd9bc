export { EnergyPage as default } from '../../../../energy/EnergyPage';
