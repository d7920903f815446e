package jordfell.core.dialing;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import jordfell.core.dialing.DialTarget.Change;
import jordfell.core.dialing.WhatIf.Verdict;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class WhatIfTest {

    private static final DialPlan PLAN = DialPlan.of(
            List.of("112"),
            List.of(new DialList.Rule(DigitPattern.of("2xxx"), new DialTarget.Inside(Change.NONE), "")),
            List.of(
                    list(1, "Inside", "2xxx", new DialTarget.Inside(Change.NONE)),
                    list(2, "Not abroad", "00x.", new DialTarget.Refused("ask a lead")),
                    list(3, "Outside", "0x.", new DialTarget.Outside(new Change(1, ""))),
                    list(4, "Services", "*86", new DialTarget.Service("voicemail")),
                    list(5, "Pick-up", "*7x.", new DialTarget.Service("pick-up"))),
            List.of(
                    new Permission(1, "Office", List.of(1L, 4L, 5L, 2L, 3L)),
                    new Permission(2, "Management", List.of(1L, 4L, 5L, 3L)),
                    new Permission(3, "Kiosk", List.of(1L))));

    private static final Map<String, String> HOLDERS = Map.of("2413", "Ticket window 1");

    private static DialList list(long id, String name, String pattern, DialTarget target) {
        return new DialList(id, name, List.of(new DialList.Rule(DigitPattern.of(pattern), target, "")));
    }

    private static WhatIf dial(String map, String permission, String outgoing, String keys) {
        PhoneDialling.Rules rules = new PhoneDialling.Rules(DigitMap.of(map), Set.of("112"), Duration.ofSeconds(4));
        return WhatIf.of(
                rules,
                PLAN,
                new WhatIf.Caller() {
                    @Override
                    public String permission() {
                        return permission;
                    }

                    @Override
                    public String outgoing() {
                        return outgoing;
                    }

                    @Override
                    public Optional<String> holder(String number) {
                        return Optional.ofNullable(HOLDERS.get(number));
                    }

                    @Override
                    public Set<String> picksUp() {
                        return permission.equals("Office") ? Set.of("2413") : Set.of();
                    }
                },
                keys);
    }

    @ParameterizedTest
    @CsvSource(delimiter = ';', textBlock = """
            2xxx|0x.T|*86; Office;     '';           2413;    INSIDE;        It calls 2413, Ticket window 1.
            2xxx|0x.T|*86; '';         '';           2413;    INSIDE;        It calls 2413, Ticket window 1.
            2xxx|0x.T|*86; office;     '';           2499;    NOBODY_HAS_IT; It goes nowhere: nobody has 2499.
            2xxx|0x.T|*86; Office;     '';           3001;    PHONE_REFUSES; The phone refuses it: nothing in its digit map begins with 3.
            2xxx|0x.T|*86; Office;     '';           24;      PHONE_WAITS;   The phone waits for more: after 24 no pattern of its digit map is complete.
            2xxx|0x.T|*86; Office;     '';           '';      PHONE_WAITS;   Nothing is dialled yet.
            2xxx|0x.T|*86; Office;     +99955012001; 0555123; OUTSIDE;       'It goes out as 555123; others see +99955012001. The phone sends it 4 s after the last digit.'
            2xxx|0x.T|*86; Office;     '';           00999;   REFUSED;       Refused by Not abroad: ask a lead.
            2xxx|0x.T|*86; Management; '';           00999;   OUTSIDE;       It goes out as 0999. The phone sends it 4 s after the last digit.
            2xxx|0x.T|*86; Kiosk;      '';           0555;    NO_LIST;       Refused: neither a list of permission Kiosk nor the domain has 0555.
            2xxx|0x.T|*86; '';         '';           0555;    NO_LIST;       Refused: without a permission only numbers of the domain may be dialled.
            2xxx|0x.T|*86; gone;       '';           0555;    NO_LIST;       Refused: neither a list of permission gone nor the domain has 0555.
            2xxx|0x.T|*86; Office;     '';           *86;     SERVICE;       It calls the voicemail.
            2xxx|0x.T|*7xxxx;Office;     '';           *72413;  SERVICE;       It takes a call that rings at 2413.
            2xxx|0x.T|*7xxxx;Management; '';           *72413;  REFUSED;       It takes no call: it is in no pick-up group with others.
            2xxx|0x.T|*86; Kiosk;      '';           112;     OUTSIDE;       It goes out as 112.
            2xxx|24|0x.T;  Office;     '';           2413;    NO_LIST;       The phone sends 24 at once, and does not hear the 13 after it. Refused: neither a list of permission Office nor the domain has 24.
            """)
    void oneSentenceSaysWhatComesOfIt(
            String map, String permission, String outgoing, String keys, Verdict verdict, String sentence) {
        WhatIf what = dial(map, permission, outgoing, keys);
        assertThat(what.sentence()).isEqualTo(sentence);
        assertThat(what.verdict()).isEqualTo(verdict);
        assertThat(what.registrar().isPresent()).isEqualTo(what.phone().sent().isPresent());
    }

    @ParameterizedTest
    @CsvSource(delimiter = ';', textBlock = """
            Office; 00999; With permission Management it would pass.
            Kiosk;  0555;  With permission Office or Management it would pass.
            Office; *99;   No permission of the domain lets it pass.
            Office; 2499;  Give 2499 to somebody.
            Office; 2413;  ''
            Office; *72413; ''
            Management; *72413; Put both into the same pick-up group, at their extensions.
            """)
    void whatWouldBeRightFollows(String permission, String keys, String next) {
        assertThat(dial("2xxx|0x.T|*xx|*7xxxx", permission, "", keys).next()).isEqualTo(next);
    }
}
