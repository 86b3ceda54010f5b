import { lessonNamed } from '#core/catalogue';
import type { ModuleId, ProductId } from '#core/ids';
import { newId } from '../../data/ids';
import { addTo } from '../written/writtenFiles';
import { changeCourse, changeLesson } from './changeCourse';

/** One lesson a file, named after it, at a module's end. The lessons stand at once; what is in them follows. */
export function addLessonsFrom(productId: ProductId, moduleId: ModuleId, files: readonly File[]): void {
  const made = files.map((file) => ({ file, id: newId('les') }));
  void changeCourse(productId, (course) => {
    const module = course.modules.find((m) => m.id === moduleId);
    for (const { file, id } of made)
      module?.lessons.push(lessonNamed(id, file.name.replace(/\.[^.]+$/, '').slice(0, 200)));
  });
  for (const { file, id } of made) addTo((recipe) => changeLesson(productId, id, recipe), file);
}
