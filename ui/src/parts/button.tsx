import type { ButtonHTMLAttributes, Ref } from "react";
import { capOf } from "./keys";

interface Props extends ButtonHTMLAttributes<HTMLButtonElement> {
  tone?: "main" | "second" | "plain";
  small?: boolean;
  /** The key that does the same. */
  cap?: string;
  ref?: Ref<HTMLButtonElement>;
}

/** Button does one thing; the key that does the same stands on it. */
export function Button({ tone = "plain", small, cap, children, type = "button", className = "", ...rest }: Props) {
  return (
    <button {...rest} type={type} className={`btn ${className}`} data-tone={tone} data-size={small ? "small" : undefined}>
      {children}
      {cap !== undefined && <Cap name={cap} />}
    </button>
  );
}

/** Cap is a key as it looks on the keyboard; screen readers hear the list of keys instead. */
export function Cap({ name, apart }: { name: string; apart?: boolean }) {
  return (
    <kbd className="cap" data-apart={apart || undefined} aria-hidden="true">
      {capOf(name)}
    </kbd>
  );
}
