package evenharbor.app.overview.message;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.ArgumentMatchers.any;
import static org.mockito.ArgumentMatchers.anyInt;
import static org.mockito.ArgumentMatchers.eq;
import static org.mockito.Mockito.doAnswer;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.timeout;
import static org.mockito.Mockito.verify;
import static org.mockito.Mockito.verifyNoInteractions;
import static org.mockito.Mockito.when;

import evenharbor.app.common.outbound.OutboundClient;
import evenharbor.app.hosting.host.HostNumbers;
import evenharbor.app.hosting.transfer.HostTrouble;
import evenharbor.app.who.notice.Notices;
import evenharbor.core.hosting.host.HostFault;
import evenharbor.core.who.message.MessageKind;
import evenharbor.core.who.message.MessageLife;
import evenharbor.core.who.message.SignedRequest;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import org.junit.jupiter.api.Test;
import org.mockito.ArgumentCaptor;
import org.springframework.transaction.TransactionStatus;
import org.springframework.transaction.support.TransactionTemplate;

/** A name that leads into a private network by the time of sending is not sent to. */
class MessageSenderTest {

    private final Messages messages = mock(Messages.class);
    private final Receivers receivers = mock(Receivers.class);
    private final HostNumbers numbers = mock(HostNumbers.class);
    private final OutboundClient client = mock(OutboundClient.class);

    @Test
    void eachSendingAsksWhereTheNameLeadsAndReachesNothingWhereItMayNot() throws Exception {
        Messages.Message message = new Messages.Message(
                "m1", "r1", MessageKind.PUBLISHED, "{}", Instant.EPOCH, MessageLife.begun(Instant.EPOCH));
        when(messages.due(anyInt())).thenReturn(List.of(message));
        when(messages.claim(eq("m1"), any())).thenReturn(true);
        when(receivers.find("r1"))
                .thenReturn(Optional.of(new Receiver(
                        "r1",
                        "a1",
                        Optional.empty(),
                        "Build",
                        "https://build.example/hook",
                        Set.of(MessageKind.PUBLISHED),
                        true)));
        when(receivers.keys("r1")).thenReturn(List.of(new SignedRequest.Key("now", "r1", new byte[] {1})));
        when(numbers.of("build.example")).thenThrow(new HostTrouble(HostFault.NAME_UNKNOWN, "10.0.0.7"));

        sender().sweep();

        ArgumentCaptor<Messages.Try> tried = ArgumentCaptor.forClass(Messages.Try.class);
        ArgumentCaptor<MessageLife> life = ArgumentCaptor.forClass(MessageLife.class);
        verify(messages, timeout(20_000)).tried(eq("m1"), life.capture(), tried.capture());
        assertThat(tried.getValue().status()).isZero();
        assertThat(tried.getValue().answer()).contains("no number that may be reached from here");
        assertThat(life.getValue().state()).isEqualTo(MessageLife.State.WAITING);
        verifyNoInteractions(client);
    }

    private MessageSender sender() {
        TransactionTemplate transactions = mock(TransactionTemplate.class);
        doAnswer(call -> {
                    Consumer<TransactionStatus> work = call.getArgument(0);
                    work.accept(mock(TransactionStatus.class));
                    return null;
                })
                .when(transactions)
                .executeWithoutResult(any());
        return new MessageSender(
                messages, receivers, numbers, client, mock(Notices.class), transactions, Clock.systemUTC());
    }
}
