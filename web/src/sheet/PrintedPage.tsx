import { useQuery } from "@tanstack/react-query";
import { type Pattern, type Terms, writtenAs } from "../api/client";
import { nonce } from "../ui/nonce";
import { Trouble, Waiting } from "../ui/states";

/** The document as it will be printed: the very page that is taken away as HTML and made into the PDF. */
export function PrintedPage({ pattern, terms }: { pattern: Pattern; terms: Terms }) {
  const page = useQuery({
    queryKey: ["page", pattern, terms],
    queryFn: async () => (await writtenAs({ ...pattern, terms }, "html")).text(),
    placeholderData: (before) => before,
    gcTime: 0,
  });
  if (page.isPending) return <Waiting what="Laying out the page" />;
  if (page.isError) return <Trouble error={page.error} again={() => void page.refetch()} />;
  return (
    <iframe
      title={`${terms.toUpperCase()} page`}
      sandbox=""
      srcDoc={page.data.replace("<style>", `<style nonce="${nonce}">`)}
      className="h-[78vh] w-full rounded-lg border border-line bg-white"
    />
  );
}
