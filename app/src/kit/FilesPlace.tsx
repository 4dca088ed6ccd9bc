import { DocumentBox } from '../screens/lazyForms';
import { ArchiveBox } from './ArchiveBox';
import { KitPage } from './KitPage';
import { UnitsFile } from './UnitsFile';

/** What goes out of the kit and comes into it, in open formats. */
export function FilesPlace() {
  return (
    <KitPage title="In and out" subtitle="Open files, to keep, to hand over, or to bring in.">
      <UnitsFile />
      <DocumentBox />
      <ArchiveBox />
    </KitPage>
  );
}
