package jordfell.core.diagnosis;

import java.util.List;
import java.util.Optional;
import jordfell.core.evidence.Observation.ConfigRequested;
import jordfell.core.milestone.Fetches.Answers;

/** <em>provisioning-refused</em>: it asks with a wrong name and password (401), or from outside of its site (403). */
final class ProvisioningRefused implements Rule {

    @Override
    public List<Finding> examine(CaseOf device) {
        return Unfetched.examine(device, ProvisioningRefused::examine);
    }

    private static Optional<Finding> examine(Unfetched phone) {
        return phone.notGiven().filter(a -> isOfItsOwn(phone, a)).map(answers -> {
            Finding.Telling telling = answers.status() == 401 ? unproven(phone) : outside(phone, answers.newest());
            return telling.since(answers.since())
                    .tries(answers.times())
                    .shownBy("answered " + answers.status() + " to "
                            + answers.newest().file())
                    .remedies(remedies(phone, answers));
        });
    }

    /** It asks for its own file, at its own site’s address. */
    private static boolean isOfItsOwn(Unfetched phone, Answers answers) {
        return answers.newest().refused()
                && !WrongFileAsked.isAnother(phone.device(), answers.newest())
                && !AskedAtOldAddress.isElsewhere(phone.device(), answers.newest());
    }

    private static Finding.Telling unproven(Unfetched phone) {
        return Finding.certain(
                        Cause.PROVISIONING_REFUSED,
                        "It asks for its configuration without the right name and password.")
                .variant("credentials")
                .brief("fetches with a wrong password")
                .detail("Its file is given to who knows its own name and password, which its first file brought, or"
                        + " those of " + phone.site() + " before that. A phone that was reset has forgotten them.");
    }

    private static Finding.Telling outside(Unfetched phone, ConfigRequested request) {
        return Finding.certain(
                        Cause.PROVISIONING_REFUSED,
                        "It asks for its configuration from " + request.source() + ", outside of " + phone.site() + ".")
                .variant("network")
                .brief("fetches from outside")
                .detail(phone.site() + " gives files only to addresses of its own networks.");
    }

    private static List<Remedy> remedies(Unfetched phone, Answers answers) {
        return answers.status() == 401
                ? List.of(
                        Remedy.resend("Let it fetch once more without them"),
                        Remedy.advice("If " + phone.site() + " has a name and password, give them to the phone, or put"
                                + " them into the address that DHCP tells."))
                : List.of(
                        Remedy.addNetwork(answers.newest().source(), phone.site()),
                        Remedy.advice("If it is to stand elsewhere, move the device to the site where it is."));
    }
}
