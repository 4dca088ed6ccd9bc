import { useWindowDimensions } from 'react-native';

/** Room for list, drawing and inspector side by side. */
export const useWide = (): boolean => useWindowDimensions().width >= 960;
