import type { Membership } from '#core/catalogue';
import { TakeawayLimits } from '../inside/TakeawayLimits';
import { changeMembership } from './changeMembership';

/** How often the files of its posts can be fetched. */
export const MembershipLimits = ({ product }: { product: Membership }) => (
  <TakeawayLimits
    downloads={product.downloads}
    what="member can fetch a file to take along"
    after="What is looked at in its post is not counted."
    onChange={(recipe) => void changeMembership(product.id, (m) => recipe(m.downloads))}
  />
);
