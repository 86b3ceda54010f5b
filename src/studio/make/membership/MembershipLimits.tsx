import type { Membership } from '#core/catalogue';
import { TakeawayLimits } from '../inside/TakeawayLimits';
import { changeMembership } from './changeMembership';
import { makeMembershipWords } from '#say/make/membership';
const say = makeMembershipWords.membershipLimits;

/** How often the files of its posts can be fetched. */
export const MembershipLimits = ({ product }: { product: Membership }) => (
  <TakeawayLimits
    downloads={product.downloads}
    what={say.memberCanDownloadFile}
    after={say.viewingListeningPostDoes}
    onChange={(recipe) => void changeMembership(product.id, (m) => recipe(m.downloads))}
  />
);
