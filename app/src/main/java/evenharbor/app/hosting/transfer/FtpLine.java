package evenharbor.app.hosting.transfer;

import evenharbor.core.hosting.host.FtpReplies;
import evenharbor.core.hosting.host.HostFault;
import evenharbor.core.hosting.host.Protocol;
import java.io.BufferedWriter;
import java.io.IOException;
import java.io.InputStreamReader;
import java.io.OutputStreamWriter;
import java.net.ConnectException;
import java.net.InetAddress;
import java.net.Socket;
import java.net.SocketTimeoutException;
import java.nio.charset.StandardCharsets;
import java.time.Duration;
import java.util.Optional;
import javax.net.ssl.SSLException;
import javax.net.ssl.SSLParameters;
import javax.net.ssl.SSLSocket;
import org.apache.commons.net.DefaultSocketFactory;
import org.apache.commons.net.MalformedServerReplyException;
import org.apache.commons.net.ftp.FTP;
import org.apache.commons.net.ftp.FTPClient;
import org.apache.commons.net.ftp.FTPConnectionClosedException;
import org.apache.commons.net.ftp.FTPReply;
import org.apache.commons.net.io.CRLFLineReader;

/**
 * One control connection of FTP, in clear or over TLS (RFC 4217). Data connections go on with the TLS session of the control
 * connection, which spares a handshake for each file, and which many servers demand.
 */
final class FtpLine extends FTPClient {

    private static final int BUFFER = 1 << 15;
    static final Duration PATIENCE = Duration.ofSeconds(15);
    static final Duration ANSWER = Duration.ofSeconds(40);

    /** How TLS comes about. */
    enum Tls {
        /** The server greets, then it is asked for TLS (RFC 4217). */
        ASKED_FOR,
        /** TLS is there from the first byte: nothing is said before it. */
        FROM_THE_START
    }

    private final Reach reach;
    private final HostTrust trust;
    private final Tls tls;
    private Duration greeting = ANSWER;
    private ControlSocket control;
    private boolean reached;
    private boolean secure;
    private SSLParameters agreed;
    private Optional<String> hashCommand = Optional.empty();

    FtpLine(Reach reach, String version, Tls tls) {
        this.reach = reach;
        this.trust = reach.protocol() == Protocol.FTPS ? new HostTrust(reach.identity(), version) : null;
        this.tls = tls;
        setControlEncoding(StandardCharsets.UTF_8.name());
        setConnectTimeout((int) PATIENCE.toMillis());
        setDataTimeout(ANSWER);
        setListHiddenFiles(true);
        setUseEPSVwithIPv4(true);
        // Files of the usual size go as one record of TLS.
        setBufferSize(BUFFER);
        setCopyStreamListener(null);
    }

    /** A further line to where this one stands. */
    FtpLine another() throws HostTrouble {
        return FtpSignIn.signedIn(reach, tls, ANSWER);
    }

    /** The command that tells the SHA-256 of a file here; empty for none. */
    Optional<String> hashCommand() {
        return hashCommand;
    }

    /** Connects and signs in. @param greeting how long the server may take to say its first word */
    void open(InetAddress number, Duration greeting) throws IOException {
        this.greeting = greeting;
        setSocketFactory(new ControlSocket.Factory(ANSWER));
        connect(InetAddress.getByAddress(reach.server(), number.getAddress()), reach.port());
        if (tls == Tls.ASKED_FOR) {
            // What connections for files bring is as long as it is.
            setSocketFactory(null);
        }
        if (!FTPReply.isPositiveCompletion(getReplyCode())) {
            throw refused("connect");
        }
        setSoTimeout((int) ANSWER.toMillis());
        setTcpNoDelay(true);
        if (trust != null && tls == Tls.ASKED_FOR) {
            askForTls();
        }
        if (!login(reach.user(), reach.secret())) {
            throw refused("sign in");
        }
        if (trust != null) {
            good(FTPReply.isPositiveCompletion(sendCommand("PBSZ", "0")), "protect the files");
            good(FTPReply.isPositiveCompletion(sendCommand("PROT", "P")), "protect the files");
            secure = true;
        }
        features();
        if (hasFeature("UTF8")) {
            sendCommand("OPTS", "UTF8 ON");
        }
        hashCommand = FtpHash.command(this);
        good(setFileType(FTP.BINARY_FILE_TYPE), "send files as they are");
        enterLocalPassiveMode();
    }

    @Override
    protected void _connectAction_() throws IOException {
        reached = true;
        control = (ControlSocket) _socket_;
        if (tls == Tls.FROM_THE_START) {
            _socket_.setSoTimeout((int) greeting.toMillis());
            secureControl();
        }
        // The library waits as long for the greeting as it did for the connection.
        setConnectTimeout((int) greeting.toMillis());
        super._connectAction_();
    }

    @Override
    public int sendCommand(String command, String args) throws IOException {
        control.nextAnswer();
        return super.sendCommand(command, args);
    }

    @Override
    public int getReply() throws IOException {
        control.nextAnswer();
        return super.getReply();
    }

    private void askForTls() throws IOException {
        int code = sendCommand("AUTH", "TLS");
        if (code != FTPReply.SECURITY_DATA_EXCHANGE_COMPLETE) {
            throw new HostTrouble(HostFault.TLS_NOT_OFFERED, said());
        }
        secureControl();
    }

    private void secureControl() throws IOException {
        SSLSocket socket = secured(_socket_);
        _socket_ = socket;
        setSocketFactory(new DataSockets());
        _controlInput_ = new CRLFLineReader(new InputStreamReader(socket.getInputStream(), getControlEncoding()));
        _controlOutput_ = new BufferedWriter(new OutputStreamWriter(socket.getOutputStream(), getControlEncoding()));
    }

    private SSLSocket secured(Socket plain) throws IOException {
        SSLSocket socket =
                (SSLSocket) trust.context().getSocketFactory().createSocket(plain, reach.server(), reach.port(), true);
        if (agreed == null) {
            agreed = new SSLParameters();
            agreed.setEndpointIdentificationAlgorithm("HTTPS");
            socket.setSSLParameters(agreed);
            socket.startHandshake();
            // What was agreed on once is all that is offered from then on: it costs less to say and to read.
            agreed.setProtocols(new String[] {socket.getSession().getProtocol()});
            agreed.setCipherSuites(new String[] {socket.getSession().getCipherSuite()});
        } else {
            socket.setSSLParameters(agreed);
            socket.startHandshake();
        }
        return socket;
    }

    /**
     * Sockets for data that give the port of the control connection for theirs: by it, and by the name, TLS finds the session
     * to go on with. Nothing else asks them.
     */
    private final class DataSockets extends DefaultSocketFactory {
        @Override
        public Socket createSocket() throws IOException {
            Socket socket = new Socket() {
                @Override
                public int getPort() {
                    return super.getPort() == 0 ? 0 : reach.port();
                }
            };
            socket.setTcpNoDelay(true);
            return socket;
        }
    }

    @Override
    protected Socket _openDataConnection_(String command, String arg) throws IOException {
        Socket plain;
        try {
            plain = super._openDataConnection_(command, arg);
        } catch (ConnectException | SocketTimeoutException e) {
            // Where the line for commands is gone too, the server hung up, and no port is blocked: this throws then.
            sendNoOp();
            throw new HostTrouble(HostFault.PASSIVE_BLOCKED, String.valueOf(e.getMessage()), e);
        }
        if (plain == null || !secure) {
            return plain;
        }
        try {
            return secured(plain);
        } catch (IOException e) {
            plain.close();
            throw e;
        }
    }

    private String said() {
        String reply = getReplyString();
        return reply == null ? "" : reply.strip();
    }

    /** The refusal just heard, told apart. */
    HostTrouble refused(String doing) {
        HostFault fault = FtpReplies.fault(getReplyCode(), said());
        return new HostTrouble(fault, doing + ": " + said());
    }

    /** Throws the refusal just heard, when it was one. */
    void good(boolean done, String doing) throws HostTrouble {
        if (!done) {
            throw refused(doing);
        }
    }

    /** What was thrown, told apart. */
    HostTrouble trouble(IOException e) {
        if (e instanceof HostTrouble already) {
            return already;
        }
        if (trust != null && trust.refusal().isPresent()) {
            return new HostTrouble(trust.refusal().get(), trust.shown().orElse(""), e);
        }
        String said = String.valueOf(e.getMessage());
        if (e instanceof SocketTimeoutException || e.getCause() instanceof SocketTimeoutException) {
            return new HostTrouble(reached ? HostFault.TIMED_OUT : HostFault.PORT_CLOSED, said, e);
        }
        if (e instanceof ConnectException) {
            return new HostTrouble(HostFault.PORT_CLOSED, said, e);
        }
        if (e instanceof MalformedServerReplyException
                || e instanceof SSLException && !secure && getReplyCode() != 234) {
            return new HostTrouble(HostFault.NOT_THIS_PROTOCOL, said, e);
        }
        if (e instanceof FTPConnectionClosedException && getReplyCode() == FTPReply.SERVICE_NOT_AVAILABLE) {
            return refused("answer");
        }
        return new HostTrouble(HostFault.DROPPED, said, e);
    }

    /** Ends the connection, politely when it still can be. */
    void hangUp() {
        try {
            if (isConnected()) {
                setSoTimeout(2_000);
                sendCommand("QUIT");
            }
        } catch (IOException e) {
            // It is gone already.
        }
        try {
            disconnect();
        } catch (IOException e) {
            // It is gone already.
        }
    }
}
