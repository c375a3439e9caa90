import { Notice } from '../../common/ui/Notice';
import { CopyButton } from '../../common/ui/Words';

/** A token that was just issued, which is never shown again. */
export function IssuedToken({ token, advice }: { token: string; advice: string }) {
  return (
    <Notice kind="good">
      <p>This is shown once. {advice}</p>
      <p className="flex items-center gap-1">
        <span className="mono [overflow-wrap:anywhere]">{token}</span>
        <CopyButton text={token} what="Token" />
      </p>
    </Notice>
  );
}
