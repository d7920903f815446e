package jordfell.core.intake;

import static jordfell.core.intake.IntakeColumn.LABEL;
import static jordfell.core.intake.IntakeColumn.NOTE;
import static jordfell.core.intake.IntakeColumn.SERIAL;

import jordfell.core.text.PlainText;

/** Refuses texts that are too long or hold what nobody sees. */
final class CellTexts {

    private static final int LONGEST_LABEL = 60;
    private static final int LONGEST_NOTE = 2_000;
    private static final int LONGEST_SERIAL = 60;

    private CellTexts() {}

    static void check(IntakeRow row, RowProblems found) {
        row.cells()
                .forEach((column, text) -> (column == NOTE ? PlainText.refuseLines(text) : PlainText.refuseLine(text))
                        .ifPresent(why -> found.refuse(column, why, "Type it anew, or take it out.")));
        checkLength(row, LABEL, "label", LONGEST_LABEL, found);
        checkLength(row, NOTE, "note", LONGEST_NOTE, found);
        checkLength(row, SERIAL, "serial", LONGEST_SERIAL, found);
    }

    private static void checkLength(IntakeRow row, IntakeColumn column, String what, int most, RowProblems found) {
        int length = row.cell(column).length();
        if (length > most) {
            found.refuse(
                    column, "The " + what + " has " + length + " characters.", "At most " + most + " fit; shorten it.");
        }
    }
}
