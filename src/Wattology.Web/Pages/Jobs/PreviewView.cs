using Wattology.Core.Entries;
using Wattology.Core.Jobs;
using Wattology.Core.Limits;

namespace Wattology.Web.Pages.Jobs;

/// <summary>What a sheet shows of an entry before it is recorded.</summary>
/// <param name="Sheet">The sheet.</param>
/// <param name="Preview">What it would come to; null while boxes are blank or wrong.</param>
public sealed record PreviewView(SheetModel Sheet, Preview? Preview)
{
    /// <summary>How it would be judged; null where it is of a kind that is not.</summary>
    public IJudged? Judged => Preview?.Outcome as IJudged;

    /// <summary>Boxes still blank, or filled with what cannot be understood.</summary>
    public IReadOnlyList<string> Open => [.. Sheet.Form.Faults.ByPath.Keys.Where(p => p.Length > 0)];

    /// <summary>Whether anything is typed yet: before that there is nothing to say.</summary>
    public bool Begun => Sheet.Records.Count > 0 && Sheet.Form.Typed.Any(t => t.Value.Length > 0 && t.Key != Forms.OilGradeField.Name);
}
