import { Account } from '../access/Account.tsx';
import { SeeAsBuyer } from '../buyers-view/SeeAsBuyer.tsx';

/** What stands at the end of the head of every page: the buyer's eyes, and who is signed in. */
export const HeaderEnd = () => (
  <>
    <SeeAsBuyer />
    <Account />
  </>
);
