package jordfell.server.exchange;

/** Judges the rows of one table in their order: what one row takes, the next can’t have. */
interface RowJudge {

    /** What a row is about; two rows about the same are one too many. */
    String key(RowWish row);

    /** What would become of the row; one that can’t be is refused at the heading of its cell. */
    Step judge(RowWish row);
}
