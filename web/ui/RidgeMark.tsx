/** The ridge that stands at every door. */
export function RidgeMark() {
  return (
    <svg className="sign-in-ridge" viewBox="0 0 34 22" aria-hidden="true">
      <path d="M2 18 C7 17 9 3 13 3 C18 3 21 13 32 16" />
      <path d="M2 20.6 L32 20.6" />
    </svg>
  );
}
