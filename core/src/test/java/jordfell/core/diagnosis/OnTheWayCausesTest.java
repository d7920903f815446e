package jordfell.core.diagnosis;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import jordfell.core.evidence.Datagram;
import jordfell.core.evidence.Observation.AddressBanned;
import jordfell.core.evidence.Observation.BindingChanged;
import jordfell.core.evidence.Observation.BindingChanged.Change;
import jordfell.core.evidence.Observation.ConfigRequested;
import jordfell.core.evidence.Observation.Leased;
import jordfell.core.evidence.Observation.NameLookedUp;
import jordfell.core.evidence.Observation.Pinged;
import jordfell.core.evidence.SipSeen;
import jordfell.core.evidence.SipTexts;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Causes that lie between a phone and its registrar, each by what is seen of it and by what looks like it and is not. */
class OnTheWayCausesTest extends CauseFixture {

    @ParameterizedTest
    @CsvSource({"192.0.2.99, NAME_DEAD_TARGET", "192.0.2.11, NOT_HEARD"})
    void aNameThatLeadsElsewhereIsToldFromOneThatLeadsToANode(String address, Cause cause) {
        seen.add(new NameLookedUp(at(3), "north", "A", List.of(address)));
        assertThat(first(300).cause()).isEqualTo(cause);
        if (cause == Cause.NAME_DEAD_TARGET) {
            assertThat(findings(300)).as("that it is not heard follows").hasSize(1);
            assertThat(first(300).sentence())
                    .isEqualTo("The name service leads it to 192.0.2.99, where v.example has no node.");
        }
    }

    @ParameterizedTest
    @CsvSource({
        "_sip._tcp.,  NXDOMAIN, TRANSPORT_REFUSED",
        "_sips._tcp., NXDOMAIN, TRANSPORT_REFUSED",
        "_sip._udp.,  NXDOMAIN, NAME_NOT_FOUND"
    })
    void aWayThatTheDomainDoesNotTakeIsToldFromANameThatIsGone(String service, String status, Cause cause) {
        seen.remove(1); // that it looked for UDP
        seen.add(new NameLookedUp(at(3), service + DOMAIN, "SRV", List.of(), status));
        assertThat(findings(300)).singleElement().returns(cause, Finding::cause);
    }

    @Test
    void aPhoneThatGoesByTcpWhereUdpIsTakenIsToldThatThoughTheNameHasAnAddress() {
        seen.remove(1); // that it looked for UDP
        seen.add(new NameLookedUp(at(3), "_sip._tcp." + DOMAIN, "SRV", List.of(), "NXDOMAIN"));
        seen.add(new NameLookedUp(at(4), DOMAIN, "A", List.of("192.0.2.11")));
        assertThat(findings(300))
                .singleElement()
                .returns("It looks for its registrar by TCP; v.example takes UDP alone.", Finding::sentence);
        seen.add(new NameLookedUp(at(5), "_sip._udp." + DOMAIN, "SRV", List.of("n.v.example:5060")));
        assertThat(findings(300))
                .as("it goes by UDP as well")
                .extracting(Finding::cause)
                .doesNotContain(Cause.TRANSPORT_REFUSED);
    }

    /** It was taken by TCP, whatever is on record: then something else is the matter. */
    @Test
    void aWayByWhichItWasRegisteredIsTakenThere() {
        seen.remove(1);
        seen.add(new NameLookedUp(at(2), "_sip._tcp." + DOMAIN, "SRV", List.of("north:5060")));
        carries();
        binding(220, "2416", Change.EXPIRED, "north");
        seen.add(new NameLookedUp(at(232), "_sip._tcp." + DOMAIN, "SRV", List.of("north:5060")));
        assertThat(findings(300)).extracting(Finding::cause).doesNotContain(Cause.TRANSPORT_REFUSED);
    }

    @Test
    void aMistypedNameIsToldBeforeAWayThatIsNotTaken() {
        seen.remove(1); // that it looked for UDP
        seen.add(new NameLookedUp(at(3), "_sip._tcp." + DOMAIN, "SRV", List.of(), "NXDOMAIN"));
        seen.add(new NameLookedUp(at(4), DOMAIN, "A", List.of(), "NXDOMAIN"));
        assertThat(first(300).cause()).isEqualTo(Cause.NAME_NOT_FOUND);
    }

    @Test
    void aNameThatIsGoneIsToldOfAPhoneThatWasRegisteredBefore() {
        carries();
        binding(220, "2416", Change.EXPIRED, "north");
        seen.add(new NameLookedUp(at(230), "_sip._udp." + DOMAIN, "SRV", List.of(), "NXDOMAIN"));
        assertThat(findings(300)).singleElement().returns(Cause.NAME_NOT_FOUND, Finding::cause);
    }

    /** The question for its services was lost on the way, and only the one that has no answer was seen. */
    @Test
    void thatADomainHasNoAddressDoesNotSayThatThereIsNoSuchName() {
        carries();
        binding(220, "2416", Change.EXPIRED, "north");
        seen.add(new NameLookedUp(at(230), DOMAIN, "A", List.of(), "NOERROR"));
        assertThat(findings(300)).extracting(Finding::cause).doesNotContain(Cause.NAME_NOT_FOUND);
    }

    @Test
    void aLeaseThatDoesNotSayWhereFilesAreIsTheReasonWhyNoneWereAskedFor() {
        seen.clear();
        seen.add(new Leased(at(5), "192.0.2.101", "192.0.2.67", 0, ""));
        assertThat(findings(4_000)).singleElement().satisfies(finding -> {
            assertThat(finding.cause()).isEqualTo(Cause.NO_PROVISIONING_ADDRESS);
            assertThat(finding.certainty()).isEqualTo(Certainty.CERTAIN);
            assertThat(finding.sentence())
                    .isEqualTo("It was given the address 192.0.2.101 and not told where its files are.");
        });
        seen.add(new ConfigRequested(at(9), "f", 404, "", "Korrin K24/2.4.1", "192.0.2.101"));
        assertThat(first(4_000).cause())
                .as("somebody typed where they are")
                .isNotEqualTo(Cause.NO_PROVISIONING_ADDRESS);
    }

    @Test
    void datagramsThatAreNoWholeSipAreToldOfAPhoneThatIsNotRegistered() {
        carries();
        for (int i = 0; i < 3; i++) {
            seen.add(new SipSeen.Broken(
                    at(110 + i),
                    true,
                    "north",
                    "192.0.2.1:5060",
                    Datagram.of("REGISTER sip:v.ex"),
                    "it ends in a header"));
        }
        assertThat(findings(150)).as("while it is registered").isEmpty();
        binding(220, "2416", Change.EXPIRED, "north");
        assertThat(findings(300)).singleElement().satisfies(finding -> {
            assertThat(finding.cause()).isEqualTo(Cause.REQUEST_MANGLED);
            assertThat(finding.sentence())
                    .isEqualTo("What arrives from it at north is no whole SIP: it ends in a header.");
        });
    }

    @ParameterizedTest
    @CsvSource({"192.0.2.60, REQUEST_MANGLED", "192.0.2.1, ANSWERS_LOST"})
    void answersThatAreNotTakenAreToldFromAnswersThatAreLost(String leased, Cause cause) {
        seen.add(0, new Leased(at(0), leased, "192.0.2.67", 66, "http://x/p/a/"));
        for (int i = 0; i < 5; i++) {
            seen.add(
                    SipTexts.register(at(3 + i), 1, "2416", DOMAIN, "Via: SIP/2.0/UDP 192.0.2.1:5060;branch=z9hG4bK1"));
            challenged(3 + i, 1, false);
        }
        assertThat(first(120).cause()).isEqualTo(cause);
    }

    @Test
    void aPhoneThatCarriesAndAsksNoMoreGetsNoChanges() {
        carries();
        binding(3_000, "2416", Change.REFRESHED, "north");
        assertThat(findings(1_700)).extracting(Finding::cause).doesNotContain(Cause.NOT_ASKING);
        assertThat(first(3_050).cause()).isEqualTo(Cause.NOT_ASKING);
        assertThat(first(3_050).cause().leavesDialTone()).isTrue();
        seen.add(new ConfigRequested(at(2_900), "f", 304, REV, "Korrin K24/2.4.1", "192.0.2.1"));
        assertThat(findings(3_050)).isEmpty();
    }

    @Test
    void aPhoneThatCarriesAndIsRefusedItsFileGetsNoChanges() {
        carries();
        seen.add(new ConfigRequested(at(20), "f", 403, "", "Korrin K24/2.4.1", "192.0.2.1"));
        assertThat(findings(101)).as("once").isEmpty();
        seen.add(new ConfigRequested(at(40), "f", 403, "", "Korrin K24/2.4.1", "192.0.2.1"));
        assertThat(first(101))
                .returns(Cause.CHANGES_REFUSED, Finding::cause)
                .returns(
                        "It has dial tone, and gets no changes: it asks for them from 192.0.2.1, outside of Eskvik Pier.",
                        Finding::sentence);
        seen.add(new ConfigRequested(at(50), "f", 403, "", "Korrin K24/2.4.1", "203.0.113.9"));
        assertThat(first(101).tries())
                .as("what a stranger asks says nothing of it")
                .isEqualTo(2);
    }

    @Test
    void aPhoneWhoseRegistrationRanOutIsNotSaidToHaveDialTone() {
        carries();
        seen.add(new ConfigRequested(at(20), "f", 403, "", "Korrin K24/2.4.1", "192.0.2.1"));
        seen.add(new ConfigRequested(at(40), "f", 403, "", "Korrin K24/2.4.1", "192.0.2.1"));
        binding(220, "2416", Change.EXPIRED, "north");
        assertThat(findings(300)).extracting(Finding::sentence).noneMatch(s -> s.contains("dial tone"));
    }

    @ParameterizedTest
    @CsvSource({"Mon, 02 Mar 2026 07:00:00 GMT, true", "Mon, 02 Mar 2026 08:02:00 GMT, false"})
    void aClockThatIsFarOffIsToldBesideItsDialTone(String weekday, String date, boolean told) {
        seen.add(SipTexts.register(at(3), 1, "2416", DOMAIN, "Date: " + weekday + ", " + date.strip()));
        binding(4, "2416", Change.ADDED, "north");
        binding(100, "2416", Change.REFRESHED, "north");
        assertThat(findings(110).stream().anyMatch(f -> f.cause() == Cause.CLOCK_WRONG))
                .isEqualTo(told);
    }

    @ParameterizedTest
    @CsvSource({"203.0.113.9:4711, NAT_LAPSE", "192.0.2.1:5060, CONTACT_UNREACHABLE"})
    void aRouterThatForgetsIsToldFromAPhoneThatDoesNotAnswerWhereItIs(String peer, Cause cause) {
        asks(3, 1, "2416");
        for (long t : new long[] {4, 100}) {
            seen.add(new BindingChanged(
                    at(t),
                    "2416",
                    t == 4 ? Change.ADDED : Change.REFRESHED,
                    "sip:2416@192.0.2.1:5060",
                    "north",
                    peer,
                    at(t + 120)));
        }
        seen.add(new Pinged(at(150), "2416", false));
        seen.add(new Pinged(at(180), "2416", false));
        assertThat(first(190).cause()).isEqualTo(cause);
    }

    /** Its registration from before lives on, and nobody answers where that was. */
    @Test
    void aPhoneThatWasStartedAnewBehindABannedAddressIsToldOfTheBan() {
        carries();
        seen.add(new AddressBanned(at(110), "north", "192.0.2.1", "2499", 3, at(710)));
        assertThat(findings(115)).as("it carries all the same").isEmpty();
        seen.add(new Pinged(at(120), "2416", false));
        seen.add(new Pinged(at(150), "2416", false));
        assertThat(findings(160)).singleElement().returns(Cause.ADDRESS_BANNED, Finding::cause);
    }
}
