package evenharbor.app.hosting.host;

import evenharbor.core.hosting.host.HostFault;
import evenharbor.core.hosting.host.HostStep;
import io.swagger.v3.oas.annotations.media.Schema;

/**
 * One step of a host's test.
 *
 * @param step which
 * @param title what is so when it holds, in a few words
 * @param state how it came out
 * @param sentence what was found
 * @param mend what to do; empty for nothing
 * @param said what the host said, in its own words; may be empty
 * @param fault what is wrong; null for nothing
 * @param identity the certificate or key that was shown and can be accepted; empty for none
 * @param folder another folder that would do; empty for none
 */
record TestStep(
        HostStep step,
        String title,
        HostStep.State state,
        String sentence,
        String mend,
        String said,
        @Schema(nullable = true) HostFault fault,
        String identity,
        String folder) {

    static TestStep holds(HostStep step, String sentence) {
        return new TestStep(step, step.title(), HostStep.State.HOLDS, sentence, "", "", null, "", "");
    }

    static TestStep advice(HostStep step, String sentence, String mend) {
        return new TestStep(step, step.title(), HostStep.State.ADVICE, sentence, mend, "", null, "", "");
    }

    static TestStep fails(HostStep step, String sentence, String mend, String folder) {
        return new TestStep(step, step.title(), HostStep.State.FAILS, sentence, mend, "", null, "", folder);
    }

    static TestStep fails(HostStep step, HostFault fault, String said) {
        boolean identity = step == HostStep.IDENTITY;
        return new TestStep(
                step,
                step.title(),
                HostStep.State.FAILS,
                fault.what(),
                fault.mend(),
                identity ? "" : said,
                fault,
                identity ? said : "",
                "");
    }
}
