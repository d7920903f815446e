package jordfell.core.waves;

import static org.assertj.core.api.Assertions.assertThat;

import jordfell.core.waves.ItemState.Act;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.EnumSource;

class ItemStateTest {

    @ParameterizedTest
    @CsvSource({
        "WAITING,   BEGIN,     true,  SENT",
        "WAITING,   BEGIN,     false, SUPERSEDED",
        "WAITING,   TAKE_BACK, true,  WAITING",
        "WAITING,   LEAVE,     true,  SUPERSEDED",
        "WAITING,   END,       true,  SUPERSEDED",
        "HELD_BACK, GO_ON,     true,  SENT",
        "HELD_BACK, GO_ON,     false, SUPERSEDED",
        "HELD_BACK, LEAVE,     false, SUPERSEDED",
        "HELD_BACK, END,       true,  HELD_BACK",
        "SENT,      STOP,      true,  HELD_BACK",
        "SENT,      STOP,      false, SUPERSEDED",
        "SENT,      TAKE_BACK, true,  TAKEN_BACK",
        "SENT,      TAKE_BACK, false, SUPERSEDED",
        "SENT,      BEGIN,     true,  SENT"
    })
    void whatBecomesOfAnItem(ItemState from, Act act, boolean newest, ItemState to) {
        assertThat(from.after(act, newest)).isEqualTo(to);
    }

    @ParameterizedTest
    @EnumSource(Act.class)
    void whatIsOverStaysOver(Act act) {
        for (boolean newest : new boolean[] {true, false}) {
            assertThat(ItemState.TAKEN_BACK.after(act, newest)).isEqualTo(ItemState.TAKEN_BACK);
            assertThat(ItemState.SUPERSEDED.after(act, newest)).isEqualTo(ItemState.SUPERSEDED);
        }
    }

    @ParameterizedTest
    @EnumSource(Act.class)
    void nothingIsGivenToADeviceThatHasSomethingNewer(Act act) {
        for (ItemState state : ItemState.values()) {
            if (state != ItemState.SENT) {
                assertThat(state.after(act, false)).isNotEqualTo(ItemState.SENT);
            }
        }
    }
}
