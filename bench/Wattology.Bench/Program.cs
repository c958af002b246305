using System.Globalization;
using BenchmarkDotNet.Running;
using Wattology.Bench;

if (args is ["load", var folder]) await LoadRun.RunAsync(folder);
else if (args is ["gauge", var demo]) await GaugeRun.RunAsync(demo);
else if (args is ["kills", var kills]) Console.WriteLine(await KillRun.RunAsync(Path.Combine(AppContext.BaseDirectory, "Wattology.Web.dll"),
    int.Parse(kills, CultureInfo.InvariantCulture)));
else if (args is ["judgement", .. var cases]) Judgement.Run(Directory.GetCurrentDirectory(), cases is [var n] ? int.Parse(n, CultureInfo.InvariantCulture)
    : 2000);
else BenchmarkSwitcher.FromAssembly(typeof(CoreBenchmarks).Assembly).Run(args);
