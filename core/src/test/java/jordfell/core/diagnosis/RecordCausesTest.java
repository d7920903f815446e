package jordfell.core.diagnosis;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.IntStream;
import jordfell.core.catalogue.DeviceKind;
import jordfell.core.catalogue.DeviceModel;
import jordfell.core.catalogue.FirmwareRules;
import jordfell.core.evidence.Observation.BindingChanged.Change;
import jordfell.core.evidence.Observation.ConfigRequested;
import jordfell.core.evidence.Observation.FirmwareAsked;
import jordfell.core.evidence.Observation.Logged;
import jordfell.core.evidence.Observation.NameLookedUp;
import jordfell.core.identity.MacAddress;
import jordfell.core.keys.KeyKind;
import jordfell.core.path.DeviceFacts.NearKnock;
import jordfell.core.path.DeviceFacts.UnfitKey;
import jordfell.core.roster.Block;
import jordfell.core.roster.DomainRules;
import jordfell.core.roster.PasswordRule;
import jordfell.core.roster.Pin;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Causes that lie in the records, or in what a phone fetches: each by what shows it, and by what looks like it and is not. */
class RecordCausesTest extends CauseFixture {

    private static final String FILE = "024b7a00531c.kor";

    private static DeviceModel model(String id, String name, String family, int lines) {
        return new DeviceModel(id, "Korrin", name, DeviceKind.DESK_PHONE, family, lines, 4, 32, 20);
    }

    private void fetched(long t, int status, String agent, String file, String site) {
        seen.add(new ConfigRequested(at(t), file, status, status == 200 ? REV : "", agent, "192.0.2.1", site));
    }

    @ParameterizedTest
    @CsvSource({
        "Korrin K12/2.4.1, true, MODEL_MISTAKEN",
        "Korrin K12/2.4.1, false, WRONG_MODEL",
        "Korrin K24/2.4.1, true, ",
        "KorrinOS/2.4.1, true, ",
        "Korrin K12, true, ",
    })
    void aModelThatIsOnRecordAsAnotherSaysSoItself(String agent, boolean carries, Cause cause) {
        window.models = List.of(model("k", "K24", "korrin", 6), model("k12", "K12", "korrin", 2));
        fetched(2, 200, agent, "f", "");
        if (carries) {
            carries();
        }
        List<Finding> found = findings(110).stream()
                .filter(f -> f.cause() == Cause.MODEL_MISTAKEN || f.cause() == Cause.WRONG_MODEL)
                .toList();
        assertThat(found).extracting(Finding::cause).isEqualTo(cause == null ? List.of() : List.of(cause));
        found.forEach(f -> {
            assertThat(f.sentence()).isEqualTo("It says that it is a Korrin K12; it is on record as a Korrin K24.");
            assertThat(f.remedies().get(0)).returns("k12", Remedy::target).returns(true, Remedy::isDoneHere);
        });
    }

    @ParameterizedTest
    @CsvSource({"0, LIKELY", "2, POSSIBLE"})
    void aMacThatAsksInItsPlaceIsLikelyItsOwnUnlessOthersAreAsNear(int others, Certainty certainty) {
        seen.clear();
        window.knock = Optional.of(
                new NearKnock(MacAddress.of("02-4B-7A-00-53-1D"), "one character", true, others, at(40), 7));
        assertThat(first(4_000)).satisfies(f -> {
            assertThat(f.cause()).isEqualTo(Cause.MAC_MISTYPED);
            assertThat(f.certainty()).isEqualTo(certainty);
            assertThat(f.sentence())
                    .startsWith(
                            "It never called in, and 02-4B-7A-00-53-1D, one character away, asks for files at Eskvik Pier");
            assertThat(f.remedies().get(0)).returns(Remedy.Action.CORRECT_MAC, Remedy::action);
        });
        assertThat(findings(4_000)).as("that it never called in follows").hasSize(1);
        fetched(50, 401, "Korrin K24/2.4.1", FILE, "");
        assertThat(first(4_000).cause()).as("it called in itself").isNotEqualTo(Cause.MAC_MISTYPED);
    }

    @Test
    void anotherRecordWithItsSerialNumberIsTold() {
        carries();
        window.sameSerial = List.of("Ticket window 9");
        assertThat(first(110))
                .returns(Cause.ENROLLED_TWICE, Finding::cause)
                .returns("Ticket window 9 has the same serial number as this device.", Finding::sentence);
    }

    @Test
    void moreLinesThanItsModelHasAreCounted() {
        window.more = List.of("2417", "2418", "2419", "2420", "2421", "2422");
        assertThat(findings(10))
                .filteredOn(f -> f.cause() == Cause.TOO_MANY_LINES)
                .singleElement()
                .returns("It has 7 lines on record, and a Korrin K24 registers 6.", Finding::sentence);
        window.more = List.of("2417");
        assertThat(findings(10)).extracting(Finding::cause).doesNotContain(Cause.TOO_MANY_LINES);
    }

    @ParameterizedTest
    @CsvSource({
        "024b7a00531c.tes, Eskvik Pier, WRONG_FILE_ASKED",
        "024b7a00531c.kor, Old Mill, ASKED_AT_OLD_ADDRESS",
        "024b7a00531c.kor, Eskvik Pier, PROVISIONING_REFUSED",
        "024b7a00531c.kor, '', PROVISIONING_REFUSED",
    })
    void aRefusedRequestIsToldByWhatItAskedForAndWhere(String file, String site, Cause cause) {
        window.file = FILE;
        seen.clear();
        fetched(30, 401, "Korrin K24/2.4.1", file, site);
        assertThat(findings(200)).extracting(Finding::cause).containsExactly(cause);
    }

    @Test
    void whatItWritesDownOfItsFileIsTaken() {
        seen.add(new Logged(at(3), 3, "FILE", "can’t read its file, line 4 has no end", "192.0.2.1"));
        assertThat(first(400))
                .returns(Cause.CONFIG_REJECTED, Finding::cause)
                .returns(
                        "It took its configuration and says: “can’t read its file, line 4 has no end”.",
                        Finding::sentence);
        asks(5, 1, "2416");
        assertThat(findings(400))
                .as("it went by another one")
                .extracting(Finding::cause)
                .doesNotContain(Cause.CONFIG_REJECTED);
    }

    @Test
    void aFileThatIsAskedForAgainAndAgainIsNotKept() {
        for (int i = 0; i < 9; i++) {
            fetched(4 + 4 * i, 200, "Korrin K24/2.4.1", "f", "");
        }
        assertThat(first(400))
                .returns(Cause.CONFIG_REJECTED, Finding::cause)
                .returns("It was given its configuration 10 times in 35 s and registers nothing.", Finding::sentence);
        seen.clear();
        for (int i = 0; i < 9; i++) {
            fetched(1 + 300 * i, 200, "Korrin K24/2.4.1", "f", "");
        }
        assertThat(findings(2_800)).extracting(Finding::cause).doesNotContain(Cause.CONFIG_REJECTED);
    }

    @Test
    void anAccountThatNobodyGaveItIsTold() {
        carries();
        asks(20, 7, "2490");
        binding(21, "2490", Change.ADDED, "north");
        assertThat(first(110))
                .returns(Cause.OVERWRITTEN_BY_HAND, Finding::cause)
                .returns(
                        "It is registered as 2490, which neither its record nor the file that it took gives it.",
                        Finding::sentence);
        window.more = List.of("2490");
        assertThat(findings(110))
                .as("it is on record, and not released yet")
                .extracting(Finding::cause)
                .doesNotContain(Cause.OVERWRITTEN_BY_HAND);
    }

    @ParameterizedTest
    @CsvSource({
        "2.0.0, 2.4.0, '', 'It has firmware 2.0.0, below the lowest, 2.4.0.'",
        "2.4.1, 2.4.0, '2.4.1', 'It has firmware 2.4.1, which is blocked.'",
        "2.4.1, 2.4.0, '', ",
    })
    void firmwareThatIsNotToBeReliedOnIsTold(String installed, String lowest, String blocked, String sentence) {
        window.firmware = new FirmwareRules(lowest, "", blocked, "");
        fetched(2, 200, "Korrin K24/" + installed, "f", "");
        carries();
        assertThat(findings(110))
                .extracting(Finding::sentence)
                .isEqualTo(sentence == null ? List.of() : List.of(sentence));
    }

    @Test
    void firmwareThatItIsGivenAgainAndAgainIsNotTaken() {
        carries();
        for (int i = 0; i < 3; i++) {
            seen.add(new FirmwareAsked(at(10 + i), "2.4.1", "2.6.0", "", "192.0.2.1"));
        }
        assertThat(first(110))
                .returns(Cause.FIRMWARE_STUCK, Finding::cause)
                .returns("It was given firmware 2.6.0 3 times and goes on with 2.4.1.", Finding::sentence);
        seen.add(new FirmwareAsked(at(60), "2.6.0", "", "", "192.0.2.1"));
        assertThat(findings(110)).as("it has it now").isEmpty();
    }

    @ParameterizedTest
    @CsvSource({
        "The file of 2.6.0 is gone., true",
        "'It takes firmware at night, from 01:00 to 05:00 of its time.', false",
        "'', false",
    })
    void firmwareThatItIsNotGivenIsToldUnlessItsHourComes(String why, boolean told) {
        carries();
        seen.add(new FirmwareAsked(at(10), "2.4.1", "", why, "192.0.2.1"));
        assertThat(findings(110))
                .extracting(Finding::cause)
                .isEqualTo(told ? List.of(Cause.FIRMWARE_BLOCKED) : List.of());
    }

    @ParameterizedTest
    @CsvSource({
        "sip:v.example, true",
        "v.example/, true",
        "http://v.example, true",
        "_sip._udp.sip:v.example, true",
        "w.example, false",
        "v.example, false",
        "' v.example ', true",
    })
    void aNameWithSomethingAddedIsToldFromAnotherName(String name, boolean malformed) {
        seen.removeIf(NameLookedUp.class::isInstance);
        seen.add(new NameLookedUp(at(3), name, "A", List.of(), "NXDOMAIN"));
        assertThat(findings(300).stream().anyMatch(f -> f.cause() == Cause.HOST_MALFORMED))
                .isEqualTo(malformed);
    }

    @Test
    void aNumberThatItsDomainWouldNotGiveAnyMoreIsToldBesideItsDialTone() {
        carries();
        assertThat(findings(110)).as("a domain without blocks asks for none").isEmpty();
        window.blocks = List.of(new Block(2400, 2499, "people"));
        assertThat(findings(110)).isEmpty();
        window.blocks = List.of(new Block(2500, 2599, "people"), new Block(310, 319, "quays"));
        assertThat(findings(110)).singleElement().satisfies(f -> {
            assertThat(f.cause()).isEqualTo(Cause.NUMBER_OUT_OF_BLOCK);
            assertThat(f.sentence()).isEqualTo("2416 lies outside the blocks of v.example, 2500–2599, 310–319.");
            assertThat(f.cause().leavesDialTone()).isTrue();
        });
        window.blocks = List.of();
        window.rules = rules(Set.of("2416"), Set.of());
        assertThat(first(110).sentence()).isEqualTo("2416 is reserved in v.example.");
        window.rules = rules(Set.of(), Set.of("24"));
        assertThat(findings(110)).singleElement().satisfies(f -> {
            assertThat(f.cause()).isEqualTo(Cause.NUMBER_PREFIX_CLASH);
            assertThat(f.sentence())
                    .isEqualTo(
                            "2416 and the emergency number 24 begin alike: one of them may be dialled late, or not at all.");
        });
    }

    private static DomainRules rules(Set<String> reserved, Set<String> emergency) {
        return new DomainRules(List.of("udp"), PasswordRule.USUAL, Pin.SHORTEST, reserved, emergency);
    }

    @Test
    void keysOfAnotherModelAreToldTogetherForOneReason() {
        carries();
        window.unfitKeys = List.of(new UnfitKey("key 13", KeyKind.BLF, "2417", "Radio", "the Korrin K24 has 12 keys"));
        assertThat(findings(110)).singleElement().satisfies(f -> {
            assertThat(f.cause()).isEqualTo(Cause.TOO_MANY_KEYS);
            assertThat(f.cause().leavesDialTone()).isTrue();
            assertThat(f.sentence())
                    .isEqualTo("The Korrin K24 has 12 keys, so one key of its layout is nowhere on it.");
            assertThat(f.detail()).endsWith("What has no place: key 13 (Radio).");
        });
        window.unfitKeys = IntStream.rangeClosed(1, 6)
                .mapToObj(i -> new UnfitKey(
                        "key " + i, KeyKind.SPEED_DIAL, "2417", i == 1 ? "" : "B" + i, "the configuration has no keys"))
                .toList();
        assertThat(findings(110)).singleElement().satisfies(f -> {
            assertThat(f.sentence())
                    .isEqualTo("The configuration has no keys, so 6 keys of its layout are nowhere on it.");
            assertThat(f.detail()).endsWith("key 1, key 2 (B2), key 3 (B3), key 4 (B4) and 2 more.");
        });
    }
}
