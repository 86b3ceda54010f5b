import type { Membership, Post } from '#core/catalogue';
import type { PostId, ProductId } from '#core/ids';
import { change } from '../../data/draft';

/** Changes a membership; a product that is another kind by now is left alone. */
export const changeMembership = (id: ProductId, recipe: (membership: Membership) => void): Promise<void> =>
  change('product', id, (product) => {
    if (product.kind === 'membership') recipe(product);
  });

/** Changes one of its posts; one that is gone by now is left alone. */
export const changePost = (id: ProductId, postId: PostId, recipe: (post: Post) => void): Promise<void> =>
  changeMembership(id, (membership) => {
    const post = membership.posts.find((p) => p.id === postId);
    if (post) recipe(post);
  });
