import type { Course } from '#core/catalogue';

export function CourseContents({ product }: { product: Course }) {
  return <section className="sec mt-4">{product.modules.length}</section>;
}
