export { GlossaryPage as default } from '../../glossary/GlossaryPage';
