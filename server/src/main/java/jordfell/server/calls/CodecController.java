package jordfell.server.calls;

import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** What is spoken when one calls another, and who could not hear whom? */
@RestController
@RequestMapping(path = "/api/calls/codecs", produces = "application/json")
class CodecController {

    private final CodecPairs pairs;
    private final DialPlans plans;

    CodecController(CodecPairs pairs, DialPlans plans) {
        this.pairs = pairs;
        this.plans = plans;
    }

    @GetMapping
    CodecPairs.CodecsView codecs(@RequestParam long domainId) {
        plans.needDomain(domainId);
        return pairs.of(domainId);
    }

    /** @param from the extension that calls */
    @GetMapping("/between")
    CodecPairs.SpokenView between(@RequestParam long domainId, @RequestParam String from, @RequestParam String to) {
        return pairs.between(domainId, from, to);
    }
}
