package jordfell.server.roster;

import java.util.List;
import java.util.Optional;
import jordfell.core.roster.PasswordRule;
import jordfell.server.problem.Fields;
import jordfell.server.problem.RefusedException;
import jordfell.server.records.DomainStore;
import jordfell.server.records.Extension;
import jordfell.server.records.ExtensionStore;
import jordfell.server.security.Audit;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** An extension's password and voicemail PIN: given, judged while typed, and shown to one who says why. */
@RestController
@RequestMapping(path = "/api/extensions/{id}", produces = "application/json")
class ExtensionSecretController {

    record NewPassword(@Nullable String password) {}

    record NewPin(@Nullable String pin) {}

    /** Why somebody wants to see a secret. */
    record WhyShown(@Nullable String reason) {}

    record Revealed(String secret) {}

    /** How good a typed password is; refusal is empty when it can be used. */
    record StrengthView(int score, String words, String refusal) {}

    private final Extensions extensions;
    private final ExtensionStore store;
    private final DomainStore domains;
    private final Audit audit;

    ExtensionSecretController(Extensions extensions, ExtensionStore store, DomainStore domains, Audit audit) {
        this.extensions = extensions;
        this.store = store;
        this.domains = domains;
        this.audit = audit;
    }

    @PostMapping("/password")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void setPassword(@PathVariable long id, @RequestBody NewPassword wish) {
        extensions.setPassword(get(id), Optional.ofNullable(wish.password()).filter(p -> !p.isEmpty()));
    }

    @PostMapping("/pin")
    @ResponseStatus(HttpStatus.NO_CONTENT)
    void setPin(@PathVariable long id, @RequestBody NewPin wish) {
        extensions.setPin(get(id), Optional.ofNullable(wish.pin()).filter(p -> !p.isEmpty()));
    }

    /** Says how good a password would be, while it is typed. */
    @PostMapping("/password/strength")
    StrengthView strength(@PathVariable long id, @RequestBody NewPassword wish) {
        Extension e = get(id);
        String password = wish.password() == null ? "" : wish.password();
        PasswordRule.Strength strength = PasswordRule.strength(
                password.substring(0, Math.min(100, password.length())), List.of(e.number(), e.authUser()));
        String refusal = domains.get(e.domainId())
                .rules()
                .password()
                .refuse(password, e.number(), e.authUser(), e.outside())
                .orElse("");
        return new StrengthView(strength.score(), strength.words(), refusal);
    }

    @PostMapping("/password/reveal")
    Revealed reveal(@PathVariable long id, @RequestBody WhyShown why) {
        return shown(
                get(id), "the password", why, Optional.of(store.passwords(id).get(0)));
    }

    @PostMapping("/pin/reveal")
    Revealed revealPin(@PathVariable long id, @RequestBody WhyShown why) {
        return shown(get(id), "the voicemail PIN", why, store.pin(id));
    }

    /** One secret to one who asks for it and says why, which is kept. */
    private Revealed shown(Extension extension, String what, WhyShown why, Optional<String> secret) {
        String reason = Fields.why(why.reason());
        String found = secret.orElseThrow(
                () -> RefusedException.field("/", extension.number() + " has no PIN yet.", "Make one first."));
        audit.secretLeft(Audit.SecretWay.SHOWN, what + " of " + extension.number(), reason);
        return new Revealed(found);
    }

    private Extension get(long id) {
        return store.find(id).orElseThrow(() -> RefusedException.notFound("extension"));
    }
}
