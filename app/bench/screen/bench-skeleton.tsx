import Skeleton from "@mui/material/Skeleton";

/** The bench while its guide is on the way: the same places, not filled yet. */
export function BenchSkeleton() {
  return (
    <main className="bench" aria-busy="true" aria-label="The bench is being laid out">
      <Skeleton variant="rounded" animation={false} sx={{ width: "100%", height: "100%" }} />
      <div className="bench-side">
        <div className="bench-head">
          <Skeleton animation={false} width={260} height={28} />
        </div>
        <div className="bench-panel">
          <Skeleton animation={false} width="80%" height={48} />
          <Skeleton animation={false} width="60%" height={28} />
          <Skeleton animation={false} width="70%" height={28} />
        </div>
        <Skeleton variant="rounded" animation={false} height={56} />
      </div>
      <div className="bench-job">
        <Skeleton variant="rounded" animation={false} height={72} />
      </div>
    </main>
  );
}
