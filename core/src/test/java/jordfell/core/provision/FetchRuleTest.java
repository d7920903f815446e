package jordfell.core.provision;

import static org.assertj.core.api.Assertions.assertThat;

import jordfell.core.provision.FetchRule.Proof;
import jordfell.core.provision.FetchRule.Request;
import jordfell.core.provision.FetchRule.Verdict;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class FetchRuleTest {

    @ParameterizedTest
    @CsvSource(delimiter = '|', textBlock = """
            # within | named | site asks | file proves | by HTTP | proof | open  | verdict
              true   | true  | false     | true        | true    | NONE  | true  | GIVEN
              true   | false | false     | true        | true    | NONE  | true  | GIVEN
              true   | true  | false     | true        | true    | NONE  | false | ASKED
              true   | true  | false     | true        | true    | OWN   | false | GIVEN
              true   | true  | true      | true        | true    | NONE  | true  | ASKED
              true   | true  | true      | true        | true    | SITE  | true  | GIVEN
              true   | true  | true      | true        | true    | SITE  | false | ASKED
              true   | false | true      | false       | true    | SITE  | false | GIVEN
              true   | true  | true      | false       | true    | NONE  | false | ASKED
              true   | true  | false     | false       | true    | NONE  | false | GIVEN
              true   | false | false     | false       | true    | NONE  | true  | UNKNOWABLE
              true   | false | false     | true        | false   | NONE  | true  | UNKNOWABLE
              true   | true  | false     | true        | false   | NONE  | true  | GIVEN
              true   | true  | false     | true        | false   | NONE  | false | ASKED
              true   | true  | false     | false       | false   | NONE  | false | GIVEN
              false  | true  | false     | true        | true    | OWN   | true  | OUTSIDE
              false  | true  | true      | false       | true    | SITE  | true  | OUTSIDE
            """)
    void whoIsGivenTheFile(
            boolean within,
            boolean named,
            boolean siteAsks,
            boolean fileProves,
            boolean http,
            Proof proof,
            boolean open,
            Verdict verdict) {
        assertThat(FetchRule.decide(new Request(within, named, siteAsks, fileProves, http, proof, open)))
                .isEqualTo(verdict);
    }
}
