/** What people read about requests that wait. */
export const say = {
  itWasntSent: "It wasn't sent.",
  cantReachEvenLadderIsIt: "Can't reach Even Ladder. Is it still running?",
  aTry: 'a try',
  aWithdrawnTry: 'a withdrawn try',
  aTake: 'a take',
  anAssignment: 'an assignment',
  aChangeToAnAssignment: 'a change to an assignment',
  aPracticePlan: 'a practice plan',
  aNewPupil: 'a new pupil',
  aChangeToAPupil: 'a change to a pupil',
  aNewItemOnTheShelf: 'a new item on the shelf',
  aChangeOnTheShelf: 'a change on the shelf',
  aDeletedSession: 'a deleted session',
  resultsFromHome: 'results from home',
  aRestoredItem: 'a restored item',
}
