package jordfell.core.phonebook;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import java.util.List;
import java.util.Set;
import jordfell.core.dialing.DialList;
import jordfell.core.dialing.DialPlan;
import jordfell.core.dialing.DialTarget;
import jordfell.core.dialing.DialTarget.Change;
import jordfell.core.dialing.DigitPattern;
import jordfell.core.dialing.Permission;
import jordfell.core.phonebook.ContactNumber.Kind;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** A number in a phonebook as a phone of the domain calls it. */
class DiallableNumberTest {

    private static final DialPlan PLAN = DialPlan.of(
            List.of("112"),
            List.of(new DialList.Rule(DigitPattern.of("24xx"), new DialTarget.Inside(Change.NONE), "")),
            List.of(new DialList(
                    1,
                    "Outside",
                    List.of(new DialList.Rule(
                            DigitPattern.of("000x."), new DialTarget.Outside(new Change(3, "+")), "")))),
            List.of(new Permission(1, "all", List.of(1L))));

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            EXTENSION | 2413         | all | 2413            | 2413@v.example  | ''
            EXTENSION | 2499         | all | ''              | ''              | 2499 is nobody’s in v.example.
            MOBILE    | +99970112233 | all | 00099970112233  | 00099970112233  | ''
            WORK      | 2413         | all | 2413            | 2413            | ''
            OTHER     | 112          | all | 112             | 112             | ''
            MOBILE    | +99970112233 | ''  | ''              | ''              | +99970112233 can’t be dialled without a permission.
            WORK      | 5599         | all | ''              | ''              | 5599 can’t be dialled with the permission “all”.
            """)
    void isDialledByWhatTheListsSay(
            Kind kind, String number, String permission, String dialled, String at, String trouble) {
        DiallableNumber found = DiallableNumber.of(
                new ContactNumber(kind, number),
                new DiallableNumber.Ground("v.example", Set.of("2413")::contains, PLAN, permission));
        assertThat(found.dialled()).isEqualTo(dialled);
        assertThat(found.at("v.example")).isEqualTo(at);
        assertThat(found.trouble()).isEqualTo(trouble);
        assertThat(found.canBeDialled()).isEqualTo(trouble.isEmpty());
    }

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            EXTENSION | 2413         | all     | 2413           | ''              | ''
            EXTENSION | 2499         | all,''  | ''             | nobody’s        | 2499 is nobody’s in v.example.
            MOBILE    | +99970112233 | all     | 00099970112233 | ''              | ''
            MOBILE    | +99970112233 | all,''  | 00099970112233 | not for all     | +99970112233 can’t be dialled without a permission.
            MOBILE    | +99970112233 | x,all,y | 00099970112233 | not for all     | +99970112233 can’t be dialled with “x” or with “y”.
            MOBILE    | +99970112233 | x,''    | ''             | can’t be dialled | +99970112233 can’t be dialled from anywhere.
            MOBILE    | +99970112233 |         | ''             | ''              | ''
            """)
    void fromWhereItCanBeDialledIsToldForAllPermissionsAtOnce(
            Kind kind, String number, String permissions, String dialled, String brief, String trouble) {
        List<DiallableNumber.Ground> grounds = permissions == null
                ? List.of()
                : Arrays.stream(permissions.split(","))
                        .map(p -> new DiallableNumber.Ground(
                                "v.example", Set.of("2413")::contains, PLAN, p.replace("''", "")))
                        .toList();
        assertThat(DialledFrom.of(new ContactNumber(kind, number), grounds))
                .isEqualTo(new DialledFrom(new ContactNumber(kind, number), dialled, trouble, brief));
    }
}
