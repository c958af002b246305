using System.Globalization;
using BenchmarkDotNet.Running;
using Wattology.Bench;

if (args is ["load", var folder]) await LoadRun.RunAsync(folder);
else if (args is ["gauge", var demo]) await GaugeRun.RunAsync(demo);
else if (args is ["kills", var kills])
{
    var outcome = await KillRun.RunAsync(Path.Combine(AppContext.BaseDirectory, "Wattology.Web.dll"), int.Parse(kills, CultureInfo.InvariantCulture));
    Console.WriteLine(outcome);
    return outcome is { Lost: 0, Faults.Count: 0 } ? 0 : 1;
}
else if (args is ["judgement", "prove", var trials])
    return Judgement.Agrees(Directory.GetCurrentDirectory(), int.Parse(trials, CultureInfo.InvariantCulture)) ? 0 : 1;
else if (args is ["judgement", .. var cases]) Judgement.Run(Directory.GetCurrentDirectory(), cases is [var n] ? int.Parse(n, CultureInfo.InvariantCulture)
    : 2000);
else BenchmarkSwitcher.FromAssembly(typeof(CoreBenchmarks).Assembly).Run(args);
return 0;
