import type { ComponentProps } from "react";

const LOOKS = {
  plain: "border-line bg-leaf text-ink hover:border-moss",
  main: "border-moss bg-moss text-on-moss hover:opacity-90",
  bare: "border-transparent text-quiet hover:text-ink hover:bg-sunk",
};

type Props = ComponentProps<"button"> & { look?: keyof typeof LOOKS };

export function Button({ look = "plain", className = "", type = "button", ...rest }: Props) {
  return (
    <button
      type={type}
      className={`inline-flex items-center justify-center gap-1.5 rounded border px-3 py-1.5 leading-tight font-medium disabled:opacity-45 ${LOOKS[look]} ${className}`}
      {...rest}
    />
  );
}
