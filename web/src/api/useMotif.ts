import { useQuery } from "@tanstack/react-query";
import { asked, client } from "./client";

/** A motif fetched anew for one view (`for_`), and left alone while it is worked on there. */
export function useMotif(id: number, for_: string) {
  return useQuery({
    queryKey: ["motif", for_, id],
    queryFn: () => asked(client.GET("/api/motifs/{motif_id}", { params: { path: { motif_id: id } } })),
    staleTime: 0,
    gcTime: 0,
    refetchOnWindowFocus: false,
    refetchOnReconnect: false,
  });
}
