export { SignIn as default } from '../screens/SignInLazily';
