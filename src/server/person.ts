/** Who acts. Until there are accounts that is one local author; every call into the documents takes it all the same. */
export interface Person {
  readonly id: string;
}

export const LOCAL_AUTHOR: Person = { id: "local" };
