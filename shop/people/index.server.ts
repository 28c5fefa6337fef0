export {
  addMember,
  changeMember,
  changePin,
  demoPins,
  firstLead,
  keepDemoPins,
  keepIdle,
  type PeopleError,
  renewPin,
} from "./people.server.ts";
export {
  idleMinutes,
  isStillIn,
  type SignedIn,
  signedIn,
  signIn,
  signOut,
  wasIn,
  wrongTriesLately,
  whoCanSignIn,
} from "./sign-in.server.ts";
