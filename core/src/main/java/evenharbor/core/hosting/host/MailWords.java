package evenharbor.core.hosting.host;

import java.text.Normalizer;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * What hosting companies call things, in the languages they write in: the beginnings of words, without accents, so that a
 * word is known in whatever form it stands. A beginning that ends in {@code $} is a whole word.
 */
final class MailWords {

    /** What a label is about. Of several that a label speaks of, the first counts: a server password is a password. */
    enum Item {
        PASSWORD("""
                passw passphrase passcode pwd pass$ kennwort geheimwort losungswort mot_de_passe motdepasse mdp code_secret
                contrasen clave parola parole senha palavra-passe palavra_passe palavra-chave wachtwoord hasl hesl
                losenord adgangskode kodeord passord salasana tunnussana jelszo sifre lozink zapork gesl slaptazod salasona
                parool pasahitz pasvort fjalekalim лозинк парол κωδικ συνθηματικ パスワード 密码 비밀번호 mat_khau kata_sandi
                """),
        USER("""
                user login log-in log_in logon sign-in_name account_name account$ benutzer nutzer kennung anmeldename
                zugangsname utilisateur identifiant compte$ usuari cuenta$ utent utilizador conta$ gebruiker inlognaam
                aanmeldnaam uzytkownik nazwa_konta konto$ uzivatel pouzivatel prihlasovac anvandar inloggning bruger
                bruker kayttaja tunnus$ felhasznal bejelentkez utilizator kullanic korisni uporabni lietotaj vartotoj
                kasutaja erabiltzaile perdorues notandanafn пользоват логин користувач потребител χρηστ ユーザ 用户 사용자
                """),
        PORT(
                "port$ ports$ portu$ portin$ portszam portnum port-num portnr puerto$ porta$ poort poortnummer portti port_ prievad vrata$ baglanti_noktas"
                        + " numero_de_port порт$ θυρα ポート 端口 포트"),
        FOLDER("""
                folder director docroot document_root web_root webroot webspace root$ path$ pfad verzeichnis ordner zielordner
                dossier repertoire chemin racine carpeta ruta$ raiz cartella percorso radice pasta$ diretor caminho map$ pad$
                hoofdmap doelmap webmap katalog sciezk adresar slozk cesta$ priecin mapp mappe sokvag hjemmemappe
                sti$ bibliotek kansio hakemisto polku konyvtar mappa utvonal dosar$ cale$ calea klasor dizin yol$ yolu$ mapa$
                direktorij putanj imenik pot$ kataloog kaust φακελ καταλογ διαδρομ папк каталог директор путь フォルダ
                ディレクトリ 目录 路径 homedir hoofddirectory start_in
                """),
        PROTOCOL("""
                protoco protokol protokoll connection verbindung encryption verschlussel chiffrement cifrad crittografia
                kryptering szyfrowan sifrovan titkosit criptare sifreleme connessione conexion conexao ligacao verbinding
                polaczen pripojen anslutning forbindelse tilkobling yhteys kapcsolat conexiune baglanti type$ typ$ tipo$
                πρωτοκολλ протокол プロトコル 协议 access_by transfer_by zugang_per
                """),
        URL("""
                website websit web_site web_address webadres web-adres url$ domain domein domaine dominio dominiu domena doman
                domen$ domin domaci internet_address internetadres homepage webseite internetseite site_web votre_site site$
                sitio pagina sito$ strona witryna stran$ strank web$ hemsida webbplats hjemmeside nettsted nettside kotisiv
                sivusto verkkotunnus weboldal honlap site-ul alan_adi internet_sitesi web_sitesi spletn mrezn сайт домен
                ιστοσελιδ サイト 网站 visit your_site your_address pagina_web aplinkos
                """),
        SERVER("""
                server serveur servidor serwer szerver servera host hote$ anfitrion hostitel hostnaam vard$ vardnamn vert$
                vertsnavn vaert vartsnavn tjener palvelin palvelim isanta kiszolgalo gazdagep gazda$ sunucu ana_bilgisayar
                posluzitelj streznik сервер хост διακομιστ εξυπηρετητ サーバ ホスト 服务器 主机 machine$ rechner address adress
                direccion indirizzo endereco adres adresa adresse osoite cim$ cime naslov zbiornik adreca
                """);

        private final Pattern stems;

        Item(String words) {
            stems = stems(words);
        }
    }

    private static final Pattern FILES = stems(
            "ftp sftp ftps ftpes file_transfer upload webspace web_space hochladen depos subir caric bestanden przesyl nahrav"
                    + " ladda_upp lataa feltolt incarc yukle");
    private static final Pattern OTHER = stems("""
            mysql mariadb postgres databas datenbank base_de_don base_de_dat banco_de_dados baza_danych baze_de_date adatbazis
            tietokanta veritaban baza$ bazi$ email e-mail mail$ mailbox pop3 imap smtp webmail poczt posta$ courri correo panel
            customer kunden espace_client area_de_cliente area_client area_clienti klanten backup blog cms content_management
            dashboard back-end backend admin sauvegard wiki forum kontrolpanel kontrollpanel panou asiakas zakazni ugyfel musteri klienc
            """);

    /** What says that a value follows, in a sentence. */
    private static final Pattern LINKS = Pattern.compile(
            "(?:is|are|as|reads?|name|named|called|id|address|number|nummer|namn|naam|navn|nev|cislo|lautet|ist|heisst|heißt|est|es|sera|e|è|è:|é|is:|jest|to|je|ar|är|er|on|van|van:|az|a|este|olarak|gilt|the|der|das"
                    + "|die|la|le|il|el|o|os|den|det|ett|een|de|du|your|ihr|votre|su|tu|uw|jouw)");

    private static final int LONG = 6;

    private MailWords() {}

    private static Pattern stems(String words) {
        String all = Stream.of(words.strip().split("\\s+"))
                .map(word -> {
                    boolean whole = word.endsWith("$");
                    String stem = Pattern.quote(folded(whole ? word.substring(0, word.length() - 1) : word));
                    return stem.replace("_", "\\E[ -]\\Q") + (whole ? "(?![\\p{L}])" : "");
                })
                .collect(Collectors.joining("|"));
        // Languages that join words say the thing last: a long word is known at the end of another, too.
        String joined = Stream.of(words.strip().split("\\s+"))
                .filter(word -> word.length() >= LONG && !word.endsWith("$") && !word.contains("_"))
                .map(word -> Pattern.quote(folded(word)))
                .collect(Collectors.joining("|"));
        return Pattern.compile("(?<![\\p{L}\\p{N}])(?:s?ftps?-?|web-?|ssh-?)?(?:" + all + ")"
                + (joined.isEmpty() ? "" : "|(?<=\\p{L})(?:" + joined + ")"));
    }

    /** A text of the same length, in small letters without accents. */
    static String folded(String text) {
        StringBuilder folded = new StringBuilder(text.length());
        for (int i = 0; i < text.length(); i++) {
            folded.append(folded(text.charAt(i)));
        }
        return folded.toString();
    }

    private static char folded(char letter) {
        if (letter < 0x80) {
            return Character.toLowerCase(letter);
        }
        int plain = "łøđßæœıŁØĐÆŒİ’".indexOf(letter);
        if (plain >= 0) {
            return "lodsaoilodaoi'".charAt(plain);
        }
        String apart = Normalizer.normalize(String.valueOf(letter), Normalizer.Form.NFD);
        char base = apart.charAt(0);
        return base < 0x250 || Character.UnicodeBlock.of(base) == Character.UnicodeBlock.GREEK
                ? Character.toLowerCase(base)
                : Character.toLowerCase(letter);
    }

    /** What a label is about; empty for what is none. */
    static Optional<Item> itemOf(String label) {
        String folded = folded(label);
        return Stream.of(Item.values())
                .filter(item -> item.stems.matcher(folded).find())
                .findFirst();
    }

    /** A place in a sentence where a thing is spoken of, with where the word ends. */
    record Mention(Item item, int start, int end) {}

    /** The things that a sentence speaks of, in order. */
    static List<Mention> mentions(String sentence) {
        String folded = folded(sentence);
        Map<Integer, Mention> byEnd = new TreeMap<>();
        for (Item item : Item.values()) {
            Matcher matcher = item.stems.matcher(folded);
            while (matcher.find()) {
                int end = matcher.end();
                while (end < folded.length() && (Character.isLetter(folded.charAt(end)) || folded.charAt(end) == '-')) {
                    end++;
                }
                // A name such as web7.example only begins like a word.
                if (end < folded.length()
                        && "0123456789@._/\\+".indexOf(folded.charAt(end)) >= 0
                        && end + 1 < folded.length()
                        && !Character.isWhitespace(folded.charAt(end + 1))) {
                    continue;
                }
                byEnd.putIfAbsent(end, new Mention(item, matcher.start(), end));
            }
        }
        return List.copyOf(byEnd.values());
    }

    static boolean speaksOfFiles(String words) {
        return FILES.matcher(folded(words)).find();
    }

    static boolean speaksOfOther(String words) {
        return OTHER.matcher(folded(words)).find();
    }

    /** Whether a word of a sentence only links a label with its value. */
    static boolean links(String word) {
        return LINKS.matcher(word.toLowerCase(Locale.ROOT)).matches();
    }
}
