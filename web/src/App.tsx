import { useQuery } from "@tanstack/react-query";
import { Navigate, Route, Routes } from "react-router";
import { asked, client } from "./api/client";
import { Bench } from "./bench/Bench";
import { Door } from "./door/Door";
import { MeasureView } from "./measure/MeasureView";
import { ReadIn } from "./readin/ReadIn";
import { SheetView } from "./sheet/SheetView";
import { Shelf } from "./shelf/Shelf";
import { Trouble, Waiting } from "./ui/states";
import { SessionContext } from "./ui/session";

export function App() {
  const session = useQuery({ queryKey: ["session"], queryFn: () => asked(client.GET("/api/session")) });
  if (session.isPending) return <Waiting what="Opening the studio" />;
  if (session.isError) return <Trouble error={session.error} again={() => void session.refetch()} />;
  if (!session.data.signed_in) return <Door demo={session.data.demo} />;
  return (
    <SessionContext.Provider value={session.data}>
      <Routes>
        <Route path="/" element={<Shelf />} />
        <Route path="/read-in" element={<ReadIn />} />
        <Route path="/motif/:id" element={<Bench />} />
        <Route path="/motif/:id/pattern" element={<SheetView />} />
        <Route path="/motif/:id/measure" element={<MeasureView />} />
        <Route path="*" element={<Navigate to="/" replace />} />
      </Routes>
    </SessionContext.Provider>
  );
}
