package jordfell.server.history;

import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import jordfell.core.diagnosis.PasswordCandidates;
import jordfell.core.diagnosis.PasswordUsed;
import jordfell.core.diagnosis.SecretBook;
import jordfell.core.sip.DigestAnswer;
import jordfell.server.change.Changed;
import jordfell.server.change.Subject;
import jordfell.server.records.ExtensionStore;
import org.springframework.context.event.EventListener;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;

/**
 * The passwords of a domain in clear, for checking answers against. They are opened only when a rule asks for them, all of
 * a domain at once and for a short time; when one of them changes they are opened anew.
 */
@Component
public class DomainSecrets {

    private static final Duration OPEN = Duration.ofMinutes(5);

    private final ExtensionStore extensions;

    private record Opened(long domain, long moved) {}

    private final Cache<Opened, Map<String, String>> open =
            Caffeine.newBuilder().maximumSize(20).expireAfterWrite(OPEN).build();

    /** An answer is looked at whenever its device is; which password gave it does not change while none is changed. */
    private record Asked(long domain, String number, DigestAnswer answer, long moved) {}

    private final Cache<Asked, PasswordUsed> used =
            Caffeine.newBuilder().maximumSize(5_000).expireAfterWrite(OPEN).build();

    /** What was looked for in vain is not looked for again with each answer that comes. */
    private record Sought(long domain, String number, String user, long moved) {}

    private final Cache<Sought, PasswordUsed> unknown = Caffeine.newBuilder()
            .maximumSize(20_000)
            .expireAfterWrite(Duration.ofMinutes(10))
            .build();

    private final SearchBudget searches = new SearchBudget(System::nanoTime);

    DomainSecrets(ExtensionStore extensions) {
        this.extensions = extensions;
    }

    /** The book of one domain. */
    public SecretBook of(long domainId) {
        return new Book(domainId);
    }

    @EventListener
    @Order(0)
    void follow(Changed changed) {
        if (changed.touches(Subject.EXTENSION) || changed.touches(Subject.PASSWORD)) {
            open.invalidateAll();
            used.invalidateAll();
        }
    }

    private final class Book implements SecretBook {

        private final long domainId;

        private Book(long domainId) {
            this.domainId = domainId;
        }

        @Override
        public Optional<String> current(String number) {
            return passwords(number).stream().findFirst();
        }

        @Override
        public List<String> earlier(String number) {
            return passwords(number).stream().skip(1).toList();
        }

        @Override
        public Map<String, String> others(String number) {
            Map<String, String> others = new TreeMap<>(open.get(
                    new Opened(domainId, extensions.secretsMoved()),
                    opened -> extensions.currentPasswords(opened.domain())));
            others.remove(number);
            return others;
        }

        @Override
        public Map<String, String> beside(String number) {
            return extensions
                    .byNumber(domainId, number)
                    .flatMap(e -> extensions.pin(e.id()))
                    .map(pin -> Map.of("its voicemail PIN", pin))
                    .orElse(Map.of());
        }

        @Override
        public PasswordUsed used(DigestAnswer answer, String number) {
            return used.get(
                    new Asked(domainId, number, answer, extensions.secretsMoved()), asked -> looked(answer, number));
        }

        /**
         * A password of which all was tried in vain is another one once it is answered with: till then little is tried. Where
         * many are looked for, some of them have to wait: what was not tried yet is tried when the device is looked at later.
         */
        private PasswordUsed looked(DigestAnswer answer, String number) {
            Sought sought = new Sought(domainId, number, answer.username(), extensions.secretsMoved());
            PasswordUsed before = unknown.getIfPresent(sought);
            if (before != null) {
                PasswordUsed now = PasswordCandidates.find(answer, "REGISTER", number, this);
                return now instanceof PasswordUsed.Unknown ? before : now;
            }
            PasswordUsed likely = PasswordCandidates.find(answer, "REGISTER", number, this);
            if (!(likely instanceof PasswordUsed.Unknown) || !searches.begins()) {
                return likely;
            }
            long began = searches.now();
            try {
                PasswordUsed now = SecretBook.super.used(answer, number);
                if (now instanceof PasswordUsed.Unknown) {
                    unknown.put(sought, now);
                }
                return now;
            } finally {
                searches.ended(began);
            }
        }

        private List<String> passwords(String number) {
            return extensions
                    .byNumber(domainId, number)
                    .map(e -> extensions.passwords(e.id()))
                    .orElse(List.of());
        }
    }
}
