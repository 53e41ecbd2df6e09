import type { failure as English } from '../en/failure';

export const failure: Readonly<Record<keyof typeof English, string>> = {
  'failure.theFile': 'Die Datei',
  'failure.aFile': '„{{name}}“',
  'failure.such': 'solche',
  'failure.media.empty':
    '{{file}} ist leer: kein einziges Byte darin. Deine Schau ist unverändert. Kopier die Datei noch einmal von dort, woher sie kam.',
  'failure.media.unknown':
    '{{file}} ist kein Klang, den dieser Browser lesen kann. Deine Schau ist unverändert. WAV, MP3, FLAC, Ogg, Opus, M4A und der Ton von MP4 oder WebM gehen.',
  'failure.media.no-sound': '{{file}} hat keinen Ton. Deine Schau ist unverändert. Wähl eine Datei mit Musik.',
  'failure.media.no-length':
    '{{file}} hat keinen nennenswerten Ton: die Länge ist null. Deine Schau ist unverändert. Wähl eine andere Datei.',
  'failure.media.too-long':
    '{{file}} ist {{seconds}} lang; Rain Bed nimmt Klänge bis {{most}}. Deine Schau ist unverändert. Schneid das Stück, das du brauchst, vorher heraus.',
  'failure.media.truncated':
    '{{file}} ist abgeschnitten: {{seconds}} von {{claimed}} sind da. Du kannst verwenden, was da ist; für den Rest kopier die Datei noch einmal.',
  'failure.media.damaged':
    '{{file}} ist beschädigt und lässt sich nicht bis zum Ende lesen. Deine Schau ist unverändert. Kopier die Datei noch einmal, oder wähl eine andere.',
  'failure.media.missing':
    'Eine Datei dieser Schau ist nicht mehr im Speicher dieses Browsers. Die Schau selbst ist sicher. Füg die Datei wieder hinzu, um sie zu hören oder zu sehen.',
  'failure.photo.unreadable':
    '{{file}} ist kein Foto oder Clip, den dieser Browser lesen kann. Deine Schau ist unverändert. JPEG, PNG, WebP, AVIF und GIF gehen, und Clips als MP4, WebM und MOV.',
  'failure.photo.heic':
    '{{file}} ist ein HEIC-Foto, das dieser Browser nicht lesen kann. Deine Schau ist unverändert. Gib es als JPEG weiter (in den Kameraeinstellungen des Telefons „maximale Kompatibilität“) und füg es noch einmal hinzu.',
  'failure.photo.too-large':
    '{{file}} hat {{megapixels}} Megapixel, mehr als ein Browser halten kann. Deine Schau ist unverändert. Mach es vorher kleiner; 120 Megapixel gehen noch.',
  'failure.clip.coding':
    '{{file}} ist ein Clip, dessen Bild dieser Browser nicht entschlüsseln kann{{coding}}. Deine Schau ist unverändert. Sichere ihn auf dem Gerät, von dem er kommt, als MP4 mit H.264 und füg ihn noch einmal hinzu.',
  'failure.clip.no-picture': '{{file}} hat Ton, aber kein Bild. Deine Schau ist unverändert. Musik kommt in der Ansicht Klangbett hinzu.',
  'failure.clip.silent':
    '{{file}} kam ohne seinen Ton herein: dieser Browser kann ihn nicht entschlüsseln. Das Bild ist da und kann verwendet werden.',
  'failure.hear.too-long':
    'Dieses Musikstück ist {{seconds}} lang; Stücke bis {{most}} können gehört und gewoben werden. Deine Schau ist unverändert. Hör früher auf, oder schneid die Passage, die du brauchst, vorher heraus.',
  'failure.fit.unheard':
    'Dieses Musikstück wurde noch nicht gehört und kann darum nicht eingepasst werden. Deine Schau ist unverändert. Schließ das Einpassen und öffne es wieder.',
  'failure.mic.denied':
    'Das Mikrofon darf nicht verwendet werden: dieser Seite wurde es nicht erlaubt. Deine Schau ist unverändert. Erlaub es in den Einstellungen des Browsers für diese Seite und versuch es noch einmal, hol eine Aufnahme als Datei herein, oder nimm das Übungsmikrofon.',
  'failure.mic.none':
    'Es wurde kein Mikrofon gefunden. Deine Schau ist unverändert. Schließ eines an und versuch es noch einmal, hol eine Aufnahme als Datei herein, oder nimm das Übungsmikrofon.',
  'failure.mic.busy':
    'Das Mikrofon antwortet nicht; vielleicht verwendet es ein anderes Programm. Deine Schau ist unverändert. Schließ jenes Programm und versuch es noch einmal, oder hol eine Aufnahme als Datei herein.',
  'failure.mic.missing':
    'Dieser Browser kann nicht aufnehmen. Deine Schau ist sicher. Nimm mit einem anderen Programm auf und hol die Datei herein, oder öffne Rain Bed in einem aktuellen Browser.',
  'failure.mic.lost':
    'Das Mikrofon ist verschwunden. Was bis dahin aufgenommen wurde, bleibt erhalten. Schließ es wieder an, um weiterzumachen.',
  'failure.mic.nothing':
    'Es wurde nichts aufgenommen: vom Mikrofon kam kein Ton. Deine Schau ist unverändert. Prüf das Mikrofon und versuch es noch einmal.',
  'failure.stage.missing':
    'Dieser Browser ist zu alt, um die Bühne zu malen. Deine Schau ist sicher, und ihr Ton geht. Bring den Browser auf den neuesten Stand, um die Bilder zu sehen.',
  'failure.storage.full':
    'Der Speicher dieses Browsers ist voll. Alles bisher Gesicherte ist sicher. Mach auf dem Gerät Platz, oder lösch eine Schau endgültig und lade die Seite neu; dann versuch es noch einmal.',
  'failure.storage.denied':
    'Dieses Fenster darf nichts speichern (private Fenster dürfen es oft nicht). Nichts ist verloren, aber es kann auch nichts behalten werden. Öffne Rain Bed in einem gewöhnlichen Fenster.',
  'failure.storage.failed':
    'Der Speicher des Browsers hat nicht geantwortet. Was vorher gesichert war, ist sicher. Lade die Seite neu; geschieht es wieder, starte den Browser neu.',
  'failure.show.damaged':
    'Diese Schau ist beschädigt und lässt sich nicht öffnen. Ihre Daten bleiben, wie sie sind, und deine anderen Schauen sind unberührt. Sichere ihre Daten als Datei, damit jemand sie ansehen kann.',
  'failure.show.newer':
    'Diese Schau stammt aus einem neueren Rain Bed. Sie bleibt, wie sie ist. Öffne sie dort, oder bring dieses auf den neuesten Stand.',
  'failure.show.missing':
    'Diese Schau ist nicht in diesem Browser. Vielleicht wurde sie gelöscht oder auf einem anderen Gerät gemacht. Deine anderen Schauen sind in der Liste.',
  'failure.show.elsewhere':
    'Diese Schau wird in einem anderen Tab bearbeitet; darum wurde hier nichts geändert. Deine Arbeit ist sicher. Schließ sie zuerst dort.',
  'failure.file.foreign':
    '{{file}} ist keine Schau, die als Datei gesichert wurde. Nichts wurde geändert. Wähl eine Datei, die Rain Bed gesichert hat; ihr Name endet auf „.rainbed.zip“.',
  'failure.file.damaged':
    '{{file}} ist beschädigt oder abgeschnitten{{why}}. Nichts wurde geändert, und deine Schauen sind sicher. Kopier sie noch einmal von dort, woher sie kam.',
  'failure.file.refused':
    '{{file}} wurde abgewiesen{{why}}: keine Schau, die Rain Bed gesichert hat, sieht so aus. Nichts wurde geändert. Bitte den, von dem sie kommt, noch einmal darum.',
  'failure.timeline.foreign':
    '{{file}} ist keine OpenTimelineIO-Zeitleiste. Nichts wurde geändert. Wähl eine Datei, deren Name auf „.otio“ endet.',
  'failure.film.coding':
    'Dieser Browser kann {{kind}}-Filme in dieser Größe nicht schreiben. Deine Schau ist sicher. Wähl die andere Art oder eine kleinere Größe.',
  'failure.sound.coding':
    'Dieser Browser kann {{kind}}-Klänge nicht schreiben. Deine Schau ist sicher. Wähl eine andere Art: WAV geht immer.',
  'failure.output.missing':
    'Kein Tonausgang hat geantwortet. Deine Schau ist sicher. Schließ einen Lautsprecher oder Kopfhörer an und drück dann wieder auf Spielen.',
  'failure.server.away':
    'Die Beispielschau konnte nicht geholt werden: ihr Server antwortet nicht. Deine eigenen Schauen sind sicher und gehen ohne ihn.',
  'failure.worker.died':
    'Etwas, das im Hintergrund arbeitete, brach ab. Deine Schau ist sicher; verlang es noch einmal. Geschieht es mit derselben Datei wieder, lass diese Datei weg.',
  'failure.cancelled': 'Angehalten. Nichts wurde geändert.',
  'failure.unknown':
    'Etwas ging schief, das Rain Bed nicht kennt{{message}}. Deine gesicherte Arbeit ist sicher. Lade die Seite neu und versuch es noch einmal.',
  'failure.why.json': ' (es ist kein JSON)',
  'failure.why.nested': ' (sie ist zu tief verschachtelt)',
  'failure.why.forbidden': ' (sie verwendet den Namen {{what}})',
  'failure.why.entries': ' (sie enthält mehr als {{what}} Dateien)',
  'failure.why.outside': ' (sie nennt Dateien außerhalb ihrer selbst)',
  'failure.why.twice': ' (sie enthält zwei Dateien mit demselben Namen)',
  'failure.why.locked': ' (sie ist mit einem Passwort verschlossen)',
  'failure.why.overlap': ' (ihre Teile überlappen)',
  'failure.why.unpacks': ' (ausgepackt wäre sie viel größer, als sie ist)',
  'failure.why.lengths': ' (ihre Medien sind nicht so lang, wie sie sagt)',
  'failure.why.senseless': ' (die Schau darin ergibt keinen Sinn)',
  'failure.why.unreadable': ' („{{what}}“ lässt sich nicht lesen)',
  'failure.why.mistaken': ' („{{what}}“ ist nicht, was es zu sein vorgibt)',
};
