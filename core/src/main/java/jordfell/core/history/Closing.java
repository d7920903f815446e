package jordfell.core.history;

/** Why a finding ended. It claims no more than what was seen: an act that came before is told, not credited. */
public sealed interface Closing {

    /** Somebody changed the device's records or released to it while it was open. */
    record AfterAct(Act act) implements Closing {}

    /** Nothing was done here. */
    record ByItself() implements Closing {}

    /** Another finding took its place at the same moment, and tells more. */
    record Explained(String byCause) implements Closing {}

    /** What came late shows that it was told too early. */
    record Withdrawn() implements Closing {}
}
