package jordfell.core.diagnosis;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import jordfell.core.evidence.Observation;
import jordfell.core.evidence.Observation.AddressBanned;
import jordfell.core.evidence.Observation.BindingChanged;
import jordfell.core.evidence.Observation.BindingChanged.Change;
import jordfell.core.evidence.Observation.ConfigRequested;
import jordfell.core.evidence.Observation.NameLookedUp;
import jordfell.core.evidence.Observation.TlsRefused;
import jordfell.core.evidence.SipTexts;
import jordfell.core.path.Condition;
import jordfell.core.path.DeviceFacts;
import jordfell.core.path.DevicePath;
import jordfell.core.path.Stop;
import jordfell.core.path.StopState;
import jordfell.core.path.WindowFour;
import jordfell.core.release.Revision;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

/** Sentences that were once said and were not true. Times are seconds after the release. */
class FalseSentencesTest {

    private static final Instant T = Instant.parse("2026-03-02T08:00:00Z");
    private static final Revision REV = new Revision("aaaa000011112222");
    private static final String DOMAIN = "voice.tarnholm.example";

    private final List<Observation> seen = new ArrayList<>();
    private SecretBook secrets = new NoSecrets();

    private static Instant at(long seconds) {
        return T.plusSeconds(seconds);
    }

    private CaseOf device(long seconds) {
        DeviceFacts facts = new WindowFour(DOMAIN, T.minusSeconds(600))
                .released(T, "harbour", Optional.empty())
                .facts();
        return CaseOf.of(facts, seen, secrets, at(seconds));
    }

    private Finding first(long seconds) {
        return Diagnosis.of(device(seconds)).get(0);
    }

    private void asked(long t, String revision, int status) {
        seen.add(new ConfigRequested(at(t), "024b7a00531c.korrin", status, revision, "Korrin K24/2.4.1", "192.0.2.1"));
    }

    private void lookedUp(long t, String name, String type, String... answers) {
        seen.add(new NameLookedUp(at(t), name, type, List.of(answers)));
    }

    private void registers(long t, String host, String... headers) {
        seen.add(SipTexts.register(at(t), "2416", host, headers));
    }

    private void answered(long t, String status, String... headers) {
        seen.add(SipTexts.answer(at(t), "2416", status, headers));
    }

    private void binding(long t, Change change) {
        seen.add(new BindingChanged(
                at(t), "2416", change, "sip:2416@192.0.2.1", "north", "192.0.2.1:5060", at(t + 120)));
    }

    private void carried() {
        asked(1, REV.id(), 200);
        lookedUp(2, "_sip._udp." + DOMAIN, "SRV", "north:5060");
        registers(3, DOMAIN);
        binding(4, Change.ADDED);
        binding(100, Change.REFRESHED);
    }

    @Test
    void aPhoneThatIsHeardNoMoreIsSentSomebodyForPowerAndCable() {
        carried();
        Finding silent = first(341);
        assertThat(silent.sentence()).isEqualTo("It was registered, and then fell silent.");
        assertThat(silent.certainty()).as("why is not seen").isEqualTo(Certainty.LIKELY);
        assertThat(silent.remedies().toString()).contains("power and network cable");
    }

    @Test
    void whoseAddressIsBannedForAnotherIsNotSentToItsOwnCableNorItsPassword() {
        carried();
        seen.add(new AddressBanned(at(150), "north", "192.0.2.1", "2499", 3, at(750)));
        Finding banned = first(341);
        assertThat(banned.cause()).isEqualTo(Cause.ADDRESS_BANNED);
        assertThat(banned.sentence())
                .isEqualTo(
                        "north hears nothing from 192.0.2.1, since 3 registrations from there were refused, the last of 2499.");
        assertThat(banned.detail()).contains("says nothing of this phone itself");
        assertThat(first(751).cause()).as("it is over by now").isEqualTo(Cause.LAPSED);
    }

    @ParameterizedTest
    @CsvSource({
        "certificate_expired, By its clock the certificate of north is not valid",
        "unknown_ca, It knows nobody who vouches for the certificate of north",
        "bad_certificate, It takes the certificate of north for a bad one"
    })
    void whoTakesNoCertificateIsNotToldAsSilent(String alert, String beginning) {
        carried();
        seen.add(new TlsRefused(at(150), "north", "192.0.2.1:5060", alert, 1));
        assertThat(Diagnosis.of(device(160))).as("it is registered still").isEmpty();
        Finding refused = first(341);
        assertThat(refused.cause()).isEqualTo(Cause.CERTIFICATE_REFUSED);
        assertThat(refused.sentence()).startsWith(beginning).endsWith(", so it breaks off.");
    }

    @Test
    void whereOthersHaveTheAddressTooItIsNotSaidThatThisPhoneTookNoCertificate() {
        carried();
        seen.add(new TlsRefused(at(150), "north", "192.0.2.1:5060", "certificate_expired", 3));
        Finding refused = first(341);
        assertThat(refused.cause()).isEqualTo(Cause.CERTIFICATE_REFUSED);
        assertThat(refused.certainty()).isEqualTo(Certainty.LIKELY);
        assertThat(refused.sentence())
                .isEqualTo(
                        "It registers no more, and at its address, which 3 devices have, the certificate of north is not"
                                + " taken: certificate expired.");
    }

    @Test
    void aPhoneWhoseNextLookIsNotDueYetIsNotSaidToHaveNoPower() {
        carried();
        assertThat(Diagnosis.of(device(339))).as("it is about to try again").isEmpty();
        assertThat(device(339).path().recheckAt()).hasValue(at(340));
        Finding quiet = first(340);
        assertThat(quiet.sentence()).isEqualTo("It was registered, and nothing was seen of it since that ended.");
        assertThat(quiet.certainty()).isEqualTo(Certainty.POSSIBLE);
        assertThat(quiet.settledBy()).contains("it looks every 300 s");
        assertThat(quiet.remedies().toString()).contains("whether other phones").contains("if they are");
        assertThat(device(340).path().recheckAt()).hasValue(at(341));
    }

    @Test
    void aPhoneThatLooksForNoConfigurationIsNeverSaidToHaveMissedALook() {
        WindowFour byHand = new WindowFour(DOMAIN, T.minusSeconds(600));
        byHand.byHand = true;
        registers(3, DOMAIN);
        binding(4, Change.ADDED);
        binding(100, Change.REFRESHED);
        Finding quiet = Diagnosis.of(CaseOf.of(byHand.facts(), seen, secrets, at(9_000)))
                .get(0);
        assertThat(quiet.sentence()).isEqualTo("It was registered, and nothing was seen of it since that ended.");
        assertThat(quiet.settledBy()).isEqualTo("Its lamps.");
    }

    @Test
    void aPhoneThatFetchedSinceHasPowerAndCable() {
        carried();
        asked(250, REV.id(), 304);
        Finding alive = first(300);
        assertThat(device(300).path().condition()).isEqualTo(Condition.SILENT);
        assertThat(alive.sentence()).isEqualTo("It is alive, and registers no more.");
        assertThat(alive.detail()).contains("asked for its configuration after the registration of 2416 had ended");
        assertThat(alive.remedies().toString()).doesNotContain("cable").contains("UDP");
    }

    @Test
    void ofTwoThatShareAnExtensionItIsNotSaidThatNobodyHearsThisOne() {
        asked(1, REV.id(), 200);
        lookedUp(2, "_sip._udp." + DOMAIN, "SRV", "north:5060");
        WindowFour window = new WindowFour(DOMAIN, T.minusSeconds(600)).released(T, "harbour", Optional.empty());
        assertThat(Diagnosis.of(CaseOf.of(window.facts(), seen, secrets, at(300)))
                        .get(0)
                        .sentence())
                .isEqualTo("It has its configuration, and no registrar hears from it.");
        window.sharedWith = List.of("Hall phone");
        Finding apart =
                Diagnosis.of(CaseOf.of(window.facts(), seen, secrets, at(300))).get(0);
        assertThat(apart.certainty()).isEqualTo(Certainty.POSSIBLE);
        assertThat(apart.sentence()).contains("Hall phone has the same extension");
        assertThat(apart.settledBy()).contains("Strays");
    }

    @Test
    void somebodyElsesRefusedRequestIsNoSignOfLife() {
        carried();
        asked(250, "", 401);
        assertThat(first(341).brief()).isEqualTo("silent");
    }

    @Test
    void aPhoneThatLoggedOffDidNotFallSilent() {
        carried();
        binding(150, Change.REMOVED);
        Finding off = first(160);
        assertThat(off.sentence()).as("its own wish was not seen").isEqualTo("Its registration was taken back.");
        seen.removeIf(o -> o.at().isAfter(at(149)));
        registers(150, DOMAIN, "Expires: 0");
        binding(150, Change.REMOVED);
        assertThat(first(160).sentence()).isEqualTo("It logged off.");
        assertThat(first(160).certainty()).isEqualTo(Certainty.CERTAIN);
        assertThat(device(160).path().stop(Stop.HOLDING).evidence()).doesNotContain("ran out");
    }

    @ParameterizedTest
    @ValueSource(ints = {404, 429, 500, 503})
    void aPhoneThatAsksAndIsGivenNothingHasCalledIn(int status) {
        asked(10, "", status);
        Finding found = first(400);
        assertThat(found.sentence()).isEqualTo("It asks for its configuration and is answered " + status + ".");
        assertThat(found.detail()).doesNotContain("Nothing came");
    }

    @Test
    void aPhoneThatIsSlowedIsNotSentToCompareFiles() {
        asked(10, "", 429);
        Finding slowed = first(400);
        assertThat(slowed.detail()).contains("192.0.2.1").contains("are slowed");
        assertThat(slowed.remedies().toString())
                .contains("Answer 192.0.2.1 again")
                .doesNotContain("Compare the file");
    }

    @Test
    void theLastLookUpIsToldWhicheverTypeCameFirst() {
        asked(1, REV.id(), 200);
        lookedUp(2, "_sip._udp." + DOMAIN, "SRV");
        lookedUp(3, DOMAIN, "A");
        lookedUp(8, "_sip._udp." + DOMAIN, "SRV");
        assertThat(device(10).path().stop(Stop.LOCATED).since()).hasValue(at(8));
    }

    @ParameterizedTest
    @ValueSource(strings = {"400 Bad Request", "420 Bad Extension"})
    void anAnswerToARequestThatCarriedAPasswordIsNotToldAsOneWithout(String answer) {
        asked(1, REV.id(), 200);
        registers(
                3,
                DOMAIN,
                "Authorization: Digest username=\"2416-a\", realm=\"" + DOMAIN + "\", nonce=\"n\", uri=\"sip:" + DOMAIN
                        + "\", response=\"00000000000000000000000000000000\"");
        answered(4, answer);
        assertThat(first(10).cause()).isEqualTo(Cause.REGISTRAR_SAYS_NO);
        assertThat(first(10).detail()).isEqualTo("The answer names no user and no password as the reason.");
    }

    @Test
    void aPhoneThatARegistrarHearsHasPowerAndNetwork() {
        registers(20, DOMAIN);
        binding(21, Change.ADDED);
        Finding found = first(400);
        assertThat(found.cause()).isEqualTo(Cause.HEARD_UNFETCHED);
        assertThat(found.sentence()).isEqualTo("It was heard by a registrar, and never asked for its configuration.");
        assertThat(found.detail()).contains("it was set by hand");
    }

    @Test
    void aPhoneThatAskedAndWasGivenTheOlderFileDidAsk() {
        asked(-100, "bbbb000011112222", 200);
        assertThat(first(1_000).detail()).endsWith("and it has not asked since.");
        asked(200, "bbbb000011112222", 304);
        assertThat(first(1_000).detail()).endsWith("it asked since, and was answered with the older one.");
    }

    @Test
    void aPhoneThatAskedAndWasAnsweredAnErrorDidAsk() {
        asked(-100, "bbbb000011112222", 200);
        asked(200, "", 500);
        assertThat(first(1_000).sentence()).isEqualTo("It asks for its configuration and is answered 500.");
    }

    @Test
    void anAddressThatNobodyHasDoesNotHideTheOneThatIsThere() {
        asked(1, REV.id(), 200);
        lookedUp(2, DOMAIN, "A", "192.0.2.10");
        lookedUp(3, DOMAIN, "AAAA");
        lookedUp(4, "time.tarnholm.example", "A");
        DevicePath path = device(10).path();
        assertThat(path.stop(Stop.LOCATED).state()).isEqualTo(StopState.PASSED);
        assertThat(path.stop(Stop.LOCATED).evidence()).isEqualTo("192.0.2.10");
    }

    @Test
    void theTimeServersNameIsNotTheRegistrars() {
        asked(1, REV.id(), 200);
        lookedUp(2, "time.tarnholm.example", "A");
        assertThat(device(10).path().stop(Stop.LOCATED).state()).isEqualTo(StopState.WAITING);
        lookedUp(3, "_sip._udp." + DOMAIN.toUpperCase(java.util.Locale.ROOT), "SRV");
        assertThat(first(10).sentence()).isEqualTo("DNS knows no " + DOMAIN.toUpperCase(java.util.Locale.ROOT) + ".");
    }

    @Test
    void aNumberOnRecordIsNotToldAsOneThatTheDomainLacks() {
        asked(1, REV.id(), 200);
        registers(3, DOMAIN);
        answered(4, "404 Not Found");
        Finding found = first(10);
        assertThat(found.sentence())
                .isEqualTo("The registrar answers that it does not know 2416, which is on record here.");
        assertThat(found.certainty()).isEqualTo(Certainty.LIKELY);
    }

    @Test
    void aNumberAtAnotherHostIsToldByThatHost() {
        asked(1, REV.id(), 200);
        registers(3, "elsewhere.example:5062;transport=udp");
        answered(4, "404 Not Found");
        assertThat(first(10).sentence())
                .isEqualTo("It registers 2416 at elsewhere.example; its domain is " + DOMAIN + ".");
    }

    @Test
    void aWrongPasswordIsNotTheReasonOfAFailureOfTheRegistrar() {
        asked(1, REV.id(), 200);
        registers(3, DOMAIN);
        answered(4, "500 Server Error");
        assertThat(first(10).sentence()).isEqualTo("The registrar answers 2416 with “500 Server Error”.");
        assertThat(first(10).detail())
                .isEqualTo(
                        "That is a failure that north tells of itself; it names nothing that is wrong with the phone.");
    }

    @Test
    void whatTheRegistrarAddsIsTold() {
        asked(1, REV.id(), 200);
        registers(3, DOMAIN);
        answered(4, "403 Forbidden", "Warning: 399 north.tarnholm.example \"Too many contacts\"");
        assertThat(first(10).sentence())
                .isEqualTo("The registrar answers 2416 with “403 Forbidden”. It adds: “Too many contacts”.");
    }
}
