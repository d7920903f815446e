package jordfell.core.waves;

/** Whether an item of a release was given to its device. */
public enum ItemState {
    /** Its wave is still to come. */
    WAITING,
    SENT,
    /** The device has what it had before again. */
    TAKEN_BACK,
    /** Its wave was stopped before the device had fetched it. */
    HELD_BACK,
    /** A later release took the device over, or the release was ended before its turn. */
    SUPERSEDED;

    /** What somebody, or a wave by itself, does with items. */
    public enum Act {
        /** A wave that waits is sent. */
        BEGIN,
        /** A stopped wave is sent on to those that were held back. */
        GO_ON,
        /** A wave is stopped: those that have not fetched it have what they had again. */
        STOP,
        /** All of a wave's devices have what they had again. */
        TAKE_BACK,
        /** A newer release takes the device. */
        LEAVE,
        /** What is still to come never begins. */
        END
    }

    /**
     * What becomes of an item; the same state when the act is none for it.
     *
     * @param newest whether nothing newer was sent to the device: an older wave never touches what a newer release did
     */
    public ItemState after(Act act, boolean newest) {
        return switch (this) {
            case WAITING ->
                switch (act) {
                    case BEGIN -> newest ? SENT : SUPERSEDED;
                    case LEAVE, END -> SUPERSEDED;
                    case GO_ON, STOP, TAKE_BACK -> WAITING;
                };
            case HELD_BACK ->
                switch (act) {
                    case GO_ON -> newest ? SENT : SUPERSEDED;
                    case LEAVE -> SUPERSEDED;
                    case BEGIN, STOP, TAKE_BACK, END -> HELD_BACK;
                };
            case SENT ->
                switch (act) {
                    case STOP -> newest ? HELD_BACK : SUPERSEDED;
                    case TAKE_BACK -> newest ? TAKEN_BACK : SUPERSEDED;
                    case BEGIN, GO_ON, LEAVE, END -> SENT;
                };
            case TAKEN_BACK, SUPERSEDED -> this;
        };
    }
}
